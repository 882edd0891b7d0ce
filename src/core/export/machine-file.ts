import { buildFaults } from '../build/integrity'
import { LoomError } from '../errors'
import {
  validateEntries,
  validateEntryList,
  validateMachineFile,
  validateNewMachine,
  validateTicksFile,
} from '../formats/generated/validators'
import { parseJson } from '../formats/json-text'
import { asNewest, fitting } from '../formats/validate'
import type { Entries, Entry, MachineFile, NewMachine, TicksFile } from '../record/entry-schema'
import { MACHINE_FORMAT, TICKS_FORMAT } from '../record/limits'

const wrong = (place: string, message: string) => new LoomError('FORMAT_WRONG', `At ${place}: ${message}.`, place)

/** What a schema cannot say of entries: that only a correction takes something back. */
function mustBeSound(entries: readonly Entry[], at: string): void {
  for (const [index, { what, corrects }] of entries.entries()) {
    if (what.kind === 'withdrawn' && corrects === undefined)
      throw wrong(`${at}/${index}/corrects`, 'say which entry is withdrawn; this field is missing')
  }
}

const fitEntries = fitting<Entries>(validateEntries)
const fitTicks = fitting<TicksFile>(validateTicksFile)
const fitMachine = fitting<MachineFile>(validateMachineFile)

/** The value as entries for the log of a machine, or a FORMAT_WRONG error with the place. */
export function asEntries(value: unknown): Entries {
  const found = fitEntries(value)
  mustBeSound(found.entries, '/entries')
  return found
}

/** Entries as a store holds them, or a FORMAT_WRONG error with the place. */
export const asEntryList = fitting<readonly Entry[]>(validateEntryList)

/** The value as a new machine, or a FORMAT_WRONG error with the place. */
export const asNewMachine = fitting<NewMachine>(validateNewMachine)

/** An error that says which file is wanted, where another one came. */
function mustBe(value: unknown, format: string, what: string): void {
  const { format: found, version } = (typeof value === 'object' && value !== null ? value : {}) as Record<
    string,
    unknown
  >
  if (found !== format) {
    const shown = typeof found === 'string' ? `“${found.slice(0, 40)}”` : 'nothing of the kind'
    throw wrong('/format', `${what} says “${format}” here, but ${shown} stands there`)
  }
  if (typeof version === 'number' && version > 1)
    throw wrong('/version', `version ${version} was written by a newer program; this one reads version 1`)
}

/** Reads what a sheet gave back; an error that names the place where it is damaged or another file. */
export function readTicksFile(text: string): TicksFile {
  const value = parseJson(text)
  mustBe(value, TICKS_FORMAT, 'what a sheet gives back')
  const file = fitTicks(value)
  mustBeSound(file.entries, '/entries')
  return file
}

/** Reads a machine with its log and its plans; an error that names the place where it is damaged or another file. */
export function readMachineFile(text: string): MachineFile {
  const written = parseJson(text)
  mustBe(written, MACHINE_FORMAT, 'the file of a machine')
  const { plans: old } = written as { readonly plans?: unknown }
  const file = fitMachine({ ...(written as object), plans: Array.isArray(old) ? old.map(asNewest) : old })
  mustBeSound(file.entries, '/entries')
  for (const [index, plan] of file.plans.entries())
    for (const { pointer, message } of buildFaults(plan)) throw wrong(`/plans/${index}${pointer}`, message)
  const revisions = new Set(file.plans.map(({ revision }) => revision))
  const wanted = [
    file.machine.revision,
    ...file.entries.flatMap(({ what }) => (what.kind === 'replanned' ? what.revision : [])),
  ]
  const missing = wanted.find((revision) => !revisions.has(revision))
  if (missing !== undefined)
    throw wrong('/plans', `the machine goes by revision ${missing} of its plan, which is not in the file`)
  if (revisions.size !== file.plans.length) throw wrong('/plans', 'two plans are of the same revision')
  if (new Set(file.plans.map(({ id }) => id)).size > 1) throw wrong('/plans', 'these are plans of several builds')
  return file
}
