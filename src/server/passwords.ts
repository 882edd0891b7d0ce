import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common'
import { LoomError } from '../core/errors'
import { LEAST_PASSWORD_LENGTH } from '../core/formats/people-schema'

/** Below this (of 0 to 4) a password is guessed by those who know the common ones and the name. */
const LEAST_STRENGTH = 3

const guesser = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs })

/** An error for a password that is too short, or that is found by trying common words, rows of keys, and these words. */
export function mustBeStrong(password: string, words: readonly string[]): void {
  const place = '/password'
  if (password.length < LEAST_PASSWORD_LENGTH) {
    throw new LoomError('FORMAT_WRONG', `At ${place}: at least ${LEAST_PASSWORD_LENGTH} signs, whatever signs.`, place)
  }
  if (guesser.check(password, [...words, 'gentle', 'loom']).score < LEAST_STRENGTH) {
    throw new LoomError(
      'FORMAT_WRONG',
      `At ${place}: this is among the first that anybody tries. Take a few words that do not belong together.`,
      place,
    )
  }
}
