import { Type } from '@sinclair/typebox'
import { Id, strict, type ModelOf } from '../schema/schema-kit'

const state = strict({ id: Id, name: Type.String() })

/** What `./loom change BEFORE AFTER --json` prints; version 1. */
export const ChangeReportSchema = strict(
  {
    format: Type.Literal('gentle-loom change'),
    version: Type.Literal(1),
    before: state,
    after: state,
    /** In working order. */
    steps: Type.Array(strict({ does: Type.String(), text: Type.String() })),
    leadCount: Type.Integer({ minimum: 0 }),
    minutesPerLead: Type.Number({ minimum: 0 }),
    /** Of the leads alone: what sits where takes as long as its screws. */
    minutes: Type.Number({ minimum: 0 }),
  },
  { title: 'What is to be done at the bench to get from one state of a build to another' },
)
export type ChangeReport = ModelOf<typeof ChangeReportSchema>
