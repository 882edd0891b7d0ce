import { Type } from '@sinclair/typebox'
import {
  figure,
  Id,
  LIMITS,
  listOf,
  Name,
  Note,
  oneOf,
  PortRefSchema,
  strict,
  tagged,
  ThreadId,
  type ModelOf,
} from '../schema/schema-kit'
import { PartSchema } from '../parts/schema'
import { facetBranches, type FacetEntry } from './facet-schemas'
import { FACET_NAMES, type FacetName } from './facets'
import { AcceptedSchema, GroupSchema, ItemSchema, PackSchema, ThreadSchema, type Accepted, type Thread } from './schema'
import { SETTINGS, type Setting } from './settings'
import { SCHOOL_NAMES, SCHOOLS, type School } from './schools'

const Index = Type.Integer({ minimum: 0, maximum: LIMITS.threadsPerBuild })

/** `part` travels along when the build does not hold it yet. */
const AddItem = strict({
  type: Type.Literal('addItem'),
  item: ItemSchema,
  part: Type.Optional(PartSchema),
})
/** What hung on an item that was taken out, each with the place in its list. */
export type Attached =
  | { readonly list: 'threads'; readonly index: number; readonly entry: Thread }
  | { readonly list: 'accepted'; readonly index: number; readonly entry: Accepted }
  | { readonly list: 'groupMembers'; readonly index: number; readonly groupId: string }
  | {
      readonly [F in FacetName]: { readonly list: F; readonly index: number; readonly entry: FacetEntry<F> }
    }[FacetName]
const AttachedSchema = Type.Unsafe<Attached>(
  tagged('list', [
    strict({ list: Type.Literal('threads'), index: Index, entry: ThreadSchema }),
    ...facetBranches({ index: Index }),
    strict({ list: Type.Literal('accepted'), index: Index, entry: AcceptedSchema }),
    strict({ list: Type.Literal('groupMembers'), index: Index, groupId: Id }),
  ]),
)

/** The inverse of removeItem: the item, and all that hung on it. */
const RestoreItem = strict({
  type: Type.Literal('restoreItem'),
  item: ItemSchema,
  index: Index,
  part: Type.Optional(PartSchema),
  partIndex: Type.Optional(Index),
  attached: listOf(AttachedSchema, LIMITS.threadsPerBuild),
})
const RemoveItem = strict({ type: Type.Literal('removeItem'), itemId: Id })
const Connect = strict({ type: Type.Literal('connect'), thread: ThreadSchema, index: Type.Optional(Index) })
const Disconnect = strict({ type: Type.Literal('disconnect'), threadId: ThreadId })
const Pin = strict({ type: Type.Literal('pin'), threadId: ThreadId, pinned: Type.Boolean() })
/** The reason beside a thread; null takes it away. */
const NoteThread = strict({
  type: Type.Literal('noteThread'),
  threadId: ThreadId,
  note: Type.Union([Note, Type.Null()]),
})
const RenameBuild = strict({ type: Type.Literal('renameBuild'), name: Name })
const RenameItem = strict({ type: Type.Literal('renameItem'), itemId: Id, mark: ItemSchema.properties.mark })
const SetStock = strict({
  type: Type.Literal('setStock'),
  itemId: Id,
  stock: ItemSchema.properties.stock,
  /** The pack that it comes in, or null for none; as it was where nothing is said. */
  packId: Type.Optional(Type.Union([Id, Type.Null()])),
})
/** Sets a figure of the part this build holds; `path` names it inside the part, null makes it unknown. */
const SetFigure = strict({
  type: Type.Literal('setFigure'),
  partId: Id,
  path: Type.Array(Type.Union([Type.String({ maxLength: 40, pattern: '^[a-z][A-Za-z0-9]*$' }), Index]), {
    minItems: 1,
    maxItems: 6,
  }),
  figure: Type.Union([figure(1000000), Type.Null()]),
})
/** Puts another version of a part in the place of the one this build holds: as corrected, or as the shelf has it now. */
const SetPart = strict({ type: Type.Literal('setPart'), part: PartSchema })
const AddPack = strict({ type: Type.Literal('addPack'), pack: PackSchema, index: Type.Optional(Index) })
const RemovePack = strict({ type: Type.Literal('removePack'), packId: Id })
const ChooseHeadroom = strict({
  type: Type.Literal('chooseHeadroom'),
  headroomPercent: Type.Number({ minimum: 0, maximum: 90 }),
})
/** Says a figure that holds for the whole build; null leaves it to what is usual. */
export type SettingChoice = { readonly [K in Setting]: { readonly name: K; readonly value: number | null } }[Setting]
const SettingChoiceSchema = Type.Unsafe<SettingChoice>(
  tagged(
    'name',
    (Object.keys(SETTINGS) as Setting[]).map((name) => {
      const { least, most } = SETTINGS[name]
      return strict({
        name: Type.Literal(name),
        value: Type.Union([Type.Number({ minimum: least, maximum: most }), Type.Null()]),
      })
    }),
  ),
)
const ChooseSetting = strict({ type: Type.Literal('chooseSetting'), setting: SettingChoiceSchema })
/** What is decided of one school; null leaves it open. */
export type SchoolChoice = {
  readonly [K in School]: { readonly school: K; readonly value: (typeof SCHOOLS)[K][number] | null }
}[School]
const SchoolChoiceSchema = Type.Unsafe<SchoolChoice>(
  tagged(
    'school',
    SCHOOL_NAMES.map((school) =>
      strict({ school: Type.Literal(school), value: Type.Union([oneOf(SCHOOLS[school]), Type.Null()]) }),
    ),
  ),
)
/** Decides a school for a group, or for the build where no group is named. */
const ChooseSchool = strict({
  type: Type.Literal('chooseSchool'),
  groupId: Type.Optional(Id),
  choice: SchoolChoiceSchema,
})
/** Adds a group, or puts another version in the place of the one with its id. */
const SetGroup = strict({ type: Type.Literal('setGroup'), group: GroupSchema, index: Type.Optional(Index) })
const RemoveGroup = strict({ type: Type.Literal('removeGroup'), groupId: Id })
/** Says why no fan reports to any CPU header, as older logs have it; null takes it back. Pages choose a blind header. */
const ChooseBlind = strict({ type: Type.Literal('chooseBlind'), reason: Type.Union([Name, Type.Null()]) })
/** What somebody says by way of one facet. */
export type Choice = { readonly [F in FacetName]: { readonly list: F; readonly entry: FacetEntry<F> } }[FacetName]
const ChoiceSchema = Type.Unsafe<Choice>(tagged('list', facetBranches({})))
/** What an entry of choices is about: a port, or an item as a whole. */
export const AboutSchema = strict({ itemId: Id, portId: Type.Optional(Id) })
export type About = ModelOf<typeof AboutSchema>

/** Sets or replaces the one entry of a list that is about its port or item; a new one stands last, or at `index`. */
const Choose = strict({ type: Type.Literal('choose'), choice: ChoiceSchema, index: Type.Optional(Index) })
const Unchoose = strict({ type: Type.Literal('unchoose'), list: oneOf(FACET_NAMES), about: AboutSchema })

/** The finding that somebody takes on: its rule, its message, and where it is. */
const FindingRefSchema = strict({
  ruleId: Name,
  messageId: Name,
  at: listOf(PortRefSchema, 200),
  itemIds: Type.Optional(listOf(Id, 200)),
})
export type FindingRef = ModelOf<typeof FindingRefSchema>
/** Takes a warning on, with its figures and a reason, instead of what was said of the same one before. */
const Accept = strict({ type: Type.Literal('accept'), entry: AcceptedSchema, index: Type.Optional(Index) })
/** “mind” is the name under which logs of builds keep it. */
const Unaccept = strict({ type: Type.Literal('unaccept'), mind: FindingRefSchema })

const SINGLE_EDITS = [
  AddItem,
  RemoveItem,
  RestoreItem,
  Connect,
  Disconnect,
  Pin,
  NoteThread,
  RenameBuild,
  RenameItem,
  SetStock,
  SetFigure,
  SetPart,
  AddPack,
  RemovePack,
  ChooseHeadroom,
  ChooseSetting,
  ChooseSchool,
  SetGroup,
  RemoveGroup,
  ChooseBlind,
  Choose,
  Unchoose,
  Accept,
  Unaccept,
] as const

const SingleEditSchema = tagged('type', SINGLE_EDITS, 'SingleEdit')
export type SingleEdit = ModelOf<typeof SingleEditSchema>

export type EditOf<T extends SingleEdit['type']> = Extract<SingleEdit, { readonly type: T }>

/** Several edits as one step, for undo and for saving: all of them or none. */
const Batch = strict({ type: Type.Literal('batch'), edits: listOf(SingleEditSchema, LIMITS.editsPerSave) })

export const EditSchema = tagged('type', [...SINGLE_EDITS, Batch] as const, 'Edit')
export type Edit = ModelOf<typeof EditSchema>

/** What a page sends to save: the revision it last saw, and its edits since, each with an id that makes a resend harmless. */
export const SaveSchema = strict({
  baseRevision: Type.Integer({ minimum: 0 }),
  edits: Type.Array(strict({ id: Id, edit: EditSchema }), { minItems: 1, maxItems: 200 }),
})
export type Save = ModelOf<typeof SaveSchema>
