import { Type } from '@sinclair/typebox'
import { EditSchema } from '../build/edit-schema'
import { SEVERITIES } from '../rules/engine/rule'
import { Id, Name, oneOf, strict, type ModelOf } from '../schema/schema-kit'

const Tally = Type.Integer({ minimum: 0 })
const ParamSchema = Type.Union([Type.Number(), Type.String(), Type.Array(Type.String())])

/** A port, or a thing that has none. */
const PlaceSchema = strict({ itemId: Id, portId: Type.Optional(Id) })

const FindingSchema = strict({
  ruleId: Id,
  messageId: Id,
  severity: oneOf(SEVERITIES),
  text: Type.String(),
  at: Type.Array(PlaceSchema),
  places: Type.Array(Type.String()),
  params: Type.Record(Type.String(), ParamSchema),
  sum: Type.Optional(Type.String()),
  mends: Type.Array(strict({ text: Type.String(), edit: EditSchema })),
})

/** What `./loom check --json` prints. */
export const ReportSchema = strict(
  {
    format: Type.Literal('gentle-loom-check'),
    version: Type.Literal(2),
    build: strict({ id: Id, name: Name, revision: Tally }),
    counts: strict({ stop: Tally, warning: Tally, unknown: Tally, note: Tally }),
    outcomes: strict({ holds: Tally, found: Tally, unknown: Tally, notApplicable: Tally }),
    findings: Type.Array(FindingSchema),
    accepted: Type.Array(strict({ ruleId: Id, messageId: Id, text: Type.String(), at: Type.Array(PlaceSchema) })),
  },
  { title: 'Gentle Loom check, version 2' },
)
export type Report = ModelOf<typeof ReportSchema>
