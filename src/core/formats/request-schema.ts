import { Type } from '@sinclair/typebox'
import { BOARD_SIZES, LIGHT_WISHES } from '../templates/choices'
import { Id, Name, oneOf, strict, tagged, type ModelOf } from './schema-kit'

/** How a new build starts. The id comes from the page, so that a request sent twice makes one build. */
export const NewBuildSchema = tagged('from', [
  strict({ from: Type.Literal('blank'), id: Id, name: Name }),
  strict({ from: Type.Literal('copy'), id: Id, sourceId: Id }),
  strict({
    from: Type.Literal('template'),
    id: Id,
    name: Name,
    boardSize: oneOf(BOARD_SIZES),
    fanCount: Type.Integer({ minimum: 0, maximum: 24 }),
    lights: oneOf(LIGHT_WISHES),
  }),
] as const)
export type NewBuild = ModelOf<typeof NewBuildSchema>
