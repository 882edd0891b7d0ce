import { Type } from '@sinclair/typebox'
import { AboutSchema, EditSchema } from '../build/edit-schema'
import { BuildSchema } from '../build/schema'
import { Id, listOf, Name, oneOf, PLAIN_TEXT, PortRefSchema, strict, tagged, type ModelOf } from '../schema/schema-kit'
import { MACHINE_FORMAT, RECORD_LIMITS, TICKS_FORMAT } from './limits'

const Line = Type.String({ minLength: 1, maxLength: RECORD_LIMITS.lineLength, pattern: PLAIN_TEXT })
const Serial = Type.String({ minLength: 1, maxLength: RECORD_LIMITS.serialLength, pattern: PLAIN_TEXT })
const Revision = Type.Integer({ minimum: 0 })
/** The id of a step of the work; one that installs a program for many boxes names them all. */
const WorkId = Type.String({ minLength: 1, maxLength: 4000, pattern: PLAIN_TEXT })
const Time = Type.String({
  pattern: '^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])T([01]\\d|2[0-3]):[0-5]\\d:[0-5]\\d(\\.\\d{1,3})?Z$',
  description: 'UTC, as 2026-03-01T14:05:00.000Z',
})
const kind = <K extends string>(name: K) => ({ kind: Type.Literal(name) })

/** What may be written down of a machine. */
const WhatSchema = tagged(
  'kind',
  [
    /** A step of the work is done, or is not done after all. */
    strict({ ...kind('tick'), workId: WorkId, isDone: Type.Boolean() }),
    strict({
      ...kind('speed'),
      about: AboutSchema,
      valueRpm: Type.Number({ minimum: 0, maximum: RECORD_LIMITS.speedRpm }),
    }),
    strict({
      ...kind('current'),
      about: AboutSchema,
      valueAmps: Type.Number({ minimum: 0, maximum: RECORD_LIMITS.currentAmps }),
    }),
    strict({
      ...kind('voltage'),
      about: AboutSchema,
      valueVolts: Type.Number({ minimum: 0, maximum: RECORD_LIMITS.voltageVolts }),
    }),
    /** A program as it is installed, and the firmware that it gave a box. */
    strict({ ...kind('program'), name: Name, version: Type.Optional(Serial), firmware: Type.Optional(Serial) }),
    /** A USB place that was tried, and whether the box was seen there. */
    strict({ ...kind('usb'), at: PortRefSchema, isSeen: Type.Boolean() }),
    strict({ ...kind('leftover'), what: Line, keptWhere: Line }),
    /** The machine is otherwise than its plan: what its plan would have to become, and why. */
    strict({ ...kind('difference'), edit: EditSchema, reason: Line }),
    /** A difference stays as it is, went into the plan, or was undone at the machine, which is as planned there again. */
    strict({
      ...kind('settled'),
      differenceId: Id,
      how: oneOf(['kept', 'taken', 'undone'] as const),
      reason: Type.Optional(Line),
    }),
    strict({ ...kind('fault'), what: Line, found: Line, about: Type.Optional(AboutSchema) }),
    strict({ ...kind('note'), text: Line, about: Type.Optional(AboutSchema) }),
    strict({
      ...kind('photo'),
      photoId: Id,
      caption: Type.Optional(Line),
      workId: Type.Optional(WorkId),
      entryId: Type.Optional(Id),
    }),
    strict({ ...kind('named'), name: Name, serial: Type.Optional(Serial) }),
    /** The machine was changed over to another revision of its plan. */
    strict({ ...kind('replanned'), revision: Revision }),
    /** What the entry that this one corrects says is not so. */
    strict({ ...kind('withdrawn'), reason: Line }),
  ] as const,
  'RecordWhat',
)
export type What = ModelOf<typeof WhatSchema>

/** One line of the log of a machine. Nothing is ever changed in it: a line that corrects another stands for it. */
export const EntrySchema = strict(
  {
    id: Id,
    /** When it was written, by the clock of where that was. */
    at: Time,
    by: Type.Optional(Name),
    corrects: Type.Optional(Id),
    what: WhatSchema,
  },
  { $id: 'RecordEntry' },
)
export type Entry = ModelOf<typeof EntrySchema>
export type EntryOf<K extends What['kind']> = Entry & { readonly what: Extract<What, { readonly kind: K }> }

/** The whole log of a machine. */
export const EntryListSchema = listOf(EntrySchema, RECORD_LIMITS.entriesPerMachine)

/** Entries that a page sends, old and new. */
export const EntriesSchema = strict({
  entries: Type.Array(EntrySchema, { minItems: 1, maxItems: RECORD_LIMITS.entriesPerRequest }),
})
export type Entries = ModelOf<typeof EntriesSchema>

/** A new machine of a plan; the id comes from the page, so that a request sent twice makes one. */
export const NewMachineSchema = strict({
  id: Id,
  name: Name,
  serial: Type.Optional(Serial),
  /** The revision of the plan that it is built by. */
  revision: Revision,
})
export type NewMachine = ModelOf<typeof NewMachineSchema>

/** What a sheet that was filled in without a network gives back; version 1. */
export const TicksFileSchema = strict(
  {
    format: Type.Literal(TICKS_FORMAT),
    version: Type.Literal(1),
    machineId: Id,
    machineName: Name,
    planName: Name,
    planRevision: Revision,
    entries: EntryListSchema,
  },
  { title: 'What was ticked and measured at a machine, version 1' },
)
export type TicksFile = ModelOf<typeof TicksFileSchema>

/** A machine with its whole log and the plans it was built by; version 1. Photos stay in the store. */
export const MachineFileSchema = strict(
  {
    format: Type.Literal(MACHINE_FORMAT),
    version: Type.Literal(1),
    /** As it was made; what it is called now follows from its log. */
    machine: strict({ id: Id, name: Name, serial: Type.Optional(Serial), madeAt: Time, revision: Revision }),
    /** One for each revision that the machine went through. */
    plans: Type.Array(BuildSchema, { minItems: 1, maxItems: 100 }),
    entries: EntryListSchema,
  },
  { title: 'Gentle Loom machine as built, version 1' },
)
export type MachineFile = ModelOf<typeof MachineFileSchema>
