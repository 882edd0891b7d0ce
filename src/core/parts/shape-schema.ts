import { Type } from '@sinclair/typebox'
import { figure, Id, listOf, Name, oneOf, strict } from '../schema/schema-kit'
import { FIXINGS } from './kinds'

export const Millimetres = figure(20000)
export const Pascal = figure(1000)
export const CubicMetresPerHour = figure(10000)

/** From one edge to the other. */
export const Share = Type.Number({ minimum: 0, maximum: 1 })

/** A screen of a part: its pixels, and which way is up on it as the part lies with its lead corner at the lower left. */
export const ScreenSchema = strict({
  id: Id,
  name: Name,
  widthPx: Type.Integer({ minimum: 1, maximum: 10000 }),
  heightPx: Type.Integer({ minimum: 1, maximum: 10000 }),
  /** In quarter turns clockwise. */
  upTurns: Type.Optional(Type.Integer({ minimum: 0, maximum: 3 })),
})

const Version = Type.String({ minLength: 1, maxLength: 40 })

/** The program of a box, the least version of it that knows the box, and the least firmware of the box or board. */
export const ProgramSchema = strict({
  name: Type.Optional(Name),
  leastVersion: Type.Optional(Version),
  firmware: Type.Optional(Version),
})

/** What a grille, a filter or a radiator takes of the air: so much pressure at this flow through all of it. */
const resistanceFields = {
  dropPa: Type.Optional(Pascal),
  dropFlowM3PerH: Type.Optional(CubicMetresPerHour),
}

export const MechanicalSchema = strict({
  sizeMm: Type.Optional(figure(2000)),
  thicknessMm: Type.Optional(figure(500)),
  blades: Type.Optional(oneOf(['standard', 'reverse'] as const)),
  arrowPrinted: Type.Optional(Type.Boolean()),
  hoseMm: Type.Optional(Millimetres),
  /** A cooler's radiator: for how many fans of which size. */
  radiatorFanSizeMm: Type.Optional(figure(2000)),
  radiatorFanCount: Type.Optional(figure(12)),
  ...resistanceFields,
  fixing: Type.Optional(oneOf(FIXINGS)),
  /** A box with buttons of its own, that is worked by hand. */
  isHandWorked: Type.Optional(Type.Boolean()),
})

/** What a panel of a case can hold; of its layouts one is in use at a time. */
const LayoutSchema = strict({
  id: Id,
  holds: oneOf(['fans', 'radiator'] as const),
  sizeMm: figure(2000),
  placeCount: Type.Integer({ minimum: 1, maximum: 12 }),
  /** Where its first place begins, from the front or the floor; in the middle of the panel where it is not said. */
  startMm: Type.Optional(Millimetres),
  /** Its middle line, from the tray (on the side panel: from the floor); in the middle where it is not said. */
  acrossMm: Type.Optional(Millimetres),
})
const SIDES = ['front', 'top', 'back', 'bottom', 'side'] as const
export const PanelSchema = strict({
  id: Id,
  name: Name,
  side: oneOf(SIDES),
  depthMm: Type.Optional(Millimetres),
  ...resistanceFields,
  /** The chamber that it opens into, in a case of several; its largest where none is named. */
  chamber: Type.Optional(Name),
  layouts: Type.Array(LayoutSchema, { minItems: 1, maxItems: 8 }),
})

/** The inside of a case; x runs from the front to the rear, y from the floor up, z from the tray to the side panel. */
export const SpaceSchema = strict({
  depthMm: Millimetres,
  heightMm: Millimetres,
  widthMm: Millimetres,
  /** Where the side panel is, seen from the front; most cases have it on the left. */
  sidePanelAt: Type.Optional(oneOf(['left', 'right'] as const)),
  /** Where the board's corner at the rear and the roof stands on the tray: boards of all sizes have it in common. */
  board: Type.Optional(strict({ xMm: Millimetres, yMm: Millimetres })),
  /** Holes in the tray, to the space behind it. */
  holes: Type.Optional(listOf(strict({ id: Id, xMm: Millimetres, yMm: Millimetres }), 64)),
  /** Slots and grilles without a fan, each from a chamber to another one or to the outside. */
  openings: Type.Optional(
    listOf(strict({ openCm2: figure(10000), chamber: Type.Optional(Name), to: Type.Optional(Name) }), 24),
  ),
  /** Where boxes and lights may be fixed, on the tray or behind it. */
  spots: Type.Optional(
    listOf(
      strict({
        id: Id,
        name: Name,
        xMm: Millimetres,
        yMm: Millimetres,
        isBehind: Type.Boolean(),
        isInReach: Type.Optional(Type.Boolean()),
      }),
      64,
    ),
  ),
})

/** The outline of a board, and where its processor sits; from the corner at the front and the floor, as its headers. */
export const OutlineSchema = strict({
  depthMm: Millimetres,
  heightMm: Millimetres,
  processor: Type.Optional(strict({ xMm: Millimetres, yMm: Millimetres })),
})
