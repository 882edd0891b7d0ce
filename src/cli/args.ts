import { parseArgs, type ParseArgsConfig } from 'node:util'
import { LoomError } from '../core/errors'
import type { Harness } from '../core/operate/harness'
import type { PortRef } from '../core/schema/schema-kit'
import { listNames } from '../core/wording/text'

/** What a verb ended with, as the shell sees it. */
export const EXIT = { clean: 0, stops: 1, badInput: 2 } as const

/** What a verb does with its words; it says its text piece by piece, and gives how it ended. */
export type Verb = (args: readonly string[], say: (text: string) => void) => number | Promise<number>

interface Usage {
  readonly text: string
  /** How many words the verb takes, the file first. */
  readonly wordCount: number
  readonly options?: ParseArgsConfig['options']
}

/** The words and the options of a verb; more or fewer words, or strange options, are refused with how to use it. */
export function argsOf(args: readonly string[], { text, wordCount, options = {} }: Usage) {
  const refuse = (reason: string) => new LoomError('REQUEST_REFUSED', `Use: ./loom ${text}${reason}`)
  try {
    const { values, positionals } = parseArgs({ args: [...args], options, allowPositionals: true })
    if (positionals.length === wordCount) return { values, words: positionals }
  } catch (error) {
    throw refuse(` (${String((error as Partial<Error>).message).split('.')[0]})`)
  }
  throw refuse('')
}

/** The port that people name as ITEM.PORT: the item by its mark or id, the port by its printed name or id. */
export function portNamed(harness: Harness, text: string): PortRef {
  const [itemText = '', portText = ''] = text.split(/\.(.*)/s)
  const item = harness.items.find(({ mark, id }) => mark === itemText || id === itemText)
  if (item === undefined) {
    const marks = listNames(harness.items.map(({ mark }) => mark))
    throw new LoomError('NOT_FOUND', `There is no item “${itemText}” in this build. It has ${marks}.`)
  }
  const { ports } = harness.factsOfItem(item.id).part
  const port = ports.find(({ id, name }) => id === portText || name === portText)
  if (port === undefined) {
    const names = listNames(ports.map(({ id }) => id))
    throw new LoomError('NOT_FOUND', `${item.mark} has no port “${portText}”. It has ${names}.`)
  }
  return { itemId: item.id, portId: port.id }
}
