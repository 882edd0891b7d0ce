import { LoomError } from '../core/errors'
import { EXIT, type Verb } from './args'
import { change } from './change'
import { check } from './check'
import { diagnose } from './diagnose'
import { expect } from './expect'
import { explain } from './explain'
import { exportTo, figures } from './export'
import { light } from './light'
import { runFans } from './run-fans'
import { weave } from './weave'

export const VERBS: Readonly<Record<string, Verb>> = {
  check,
  explain,
  figures,
  weave,
  export: exportTo,
  run: runFans,
  light,
  expect,
  diagnose,
  change,
}

interface Streams {
  readonly say: (text: string) => void
  readonly complain: (text: string) => void
}

/** Does what the words of a command line ask for; a mistake of the input is one line of complaint. Gives the exit code. */
export async function run([verb = '', ...args]: readonly string[], { say, complain }: Streams): Promise<number> {
  try {
    const verbOf = Object.hasOwn(VERBS, verb) ? VERBS[verb] : undefined
    if (verbOf === undefined) throw new LoomError('REQUEST_REFUSED', `There is no command “${verb}”. See ./loom help.`)
    return await verbOf(args, say)
  } catch (error) {
    if (!(error instanceof LoomError)) throw error
    complain(`${error.message}\n`)
    return EXIT.badInput
  }
}
