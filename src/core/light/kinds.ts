import { fitOf } from '../parts/mating'
import type { Part, Port, RelationOf } from '../parts/schema'
import { inOrder } from '../units/compare'

/** The ways to light a case. fixed: one colour from a 12 V header, whatever the board is told. */
export const LIGHT_KINDS = ['boardHeader', 'makersBox', 'handBox', 'fixed'] as const
export type LightKind = (typeof LIGHT_KINDS)[number]

/** One option to light a case with parts of the shelf: which light, from what, and what that takes. */
export interface LightOption {
  readonly kind: LightKind
  readonly light: Part
  readonly giver: Part
  /** Boxes to buy; none where a board gives. */
  readonly boxCount: number
  readonly isEachLed: boolean
  /** Undefined where the part does not say whether it needs a program. */
  readonly needsProgram: boolean | undefined
  /** Leads to plug in: those of the lights, and those that the boxes need. */
  readonly cableCount: number
  /** Cents for the lights and boxes; undefined where a price is not known. */
  readonly cents: number | undefined
  readonly currency: string | undefined
}

export interface LightWishes {
  readonly lightCount: number
  readonly isWithoutProgram: boolean
  readonly isEachLed: boolean
  readonly first: 'fewestCables' | 'leastMoney'
}

type Light = RelationOf<'light'>
type Drives = RelationOf<'drives'>

const lightsOf = (part: Part) => part.inside.filter((relation): relation is Light => relation.type === 'light')
const drivesOf = (part: Part) =>
  part.inside.filter((relation): relation is Drives => relation.type === 'drives' && relation.signal === 'light')
const portOf = (part: Part, portId: string): Port | undefined => part.ports.find(({ id }) => id === portId)

/** A board has its own supply; whoever has a board has it already. */
const isBoard = (part: Part) =>
  part.inside.some((relation) => relation.type === 'powers' && relation.feeds.length === 0)

const requiredLeads = (part: Part) =>
  part.ports.filter(({ side, need }) => side === 'takes' && need === 'required').length

function kindOf(giver: Part, drives: Drives, light: Light): LightKind {
  if (isBoard(giver)) return light.control === 'oneColour' ? 'fixed' : 'boardHeader'
  return drives.needsProgram === true ? 'makersBox' : 'handBox'
}

interface Pair {
  readonly part: Part
  readonly light: Light
  readonly giver: Part
  readonly drives: Drives
}

/** What the lights and the boxes cost together; a board is there anyway. */
function costOf({ part, giver }: Pair, lightCount: number, boxCount: number): Pick<LightOption, 'cents' | 'currency'> {
  const priced = [
    { price: part.price, count: lightCount },
    { price: giver.price, count: boxCount },
  ].filter(({ count }) => count > 0)
  const currencies = new Set(priced.map(({ price }) => price?.currency))
  const [currency] = currencies
  if (currencies.size !== 1 || currency === undefined) return { cents: undefined, currency: undefined }
  return { cents: priced.reduce((sum, { price, count }) => sum + (price?.cents ?? 0) * count, 0), currency }
}

function optionOf(pair: Pair, lightCount: number): LightOption | undefined {
  const { part, light, giver, drives } = pair
  const input = portOf(part, light.input)
  const outlets = drives.outlets.filter((id) => {
    const outlet = portOf(giver, id)
    return input !== undefined && outlet !== undefined && fitOf(input, outlet).misfit === 'none'
  })
  if (outlets.length === 0) return undefined
  // Lights that pass on stand one behind the other on one outlet; others take an outlet each.
  const outletCount = light.output === undefined ? lightCount : 1
  const boxes = Math.ceil(outletCount / outlets.length)
  if (isBoard(giver) && boxes > 1) return undefined
  const boxCount = isBoard(giver) ? 0 : boxes
  return {
    kind: kindOf(giver, drives, light),
    light: part,
    giver,
    boxCount,
    isEachLed: light.control === 'eachLed' && !drives.together,
    needsProgram: isBoard(giver) && light.control === 'oneColour' ? false : drives.needsProgram,
    cableCount: lightCount + boxCount * requiredLeads(giver),
    ...costOf(pair, lightCount, boxCount),
  }
}

const unknownLast = (value: number | undefined) => value ?? Number.POSITIVE_INFINITY

/** How many wishes an option fails: one that is only unknown fails half. */
function failures(option: LightOption, { isWithoutProgram, isEachLed }: LightWishes): number {
  const program = !isWithoutProgram || option.needsProgram === false ? 0 : option.needsProgram === undefined ? 0.5 : 1
  return program + (isEachLed && !option.isEachLed ? 1 : 0)
}

function better(wishes: LightWishes): (a: LightOption, b: LightOption) => number {
  const [byCables, byMoney] = [
    (a: LightOption, b: LightOption) => a.cableCount - b.cableCount,
    (a: LightOption, b: LightOption) => {
      const [x, y] = [unknownLast(a.cents), unknownLast(b.cents)]
      return x === y ? 0 : x - y
    },
  ]
  const [first, second] = wishes.first === 'fewestCables' ? [byCables, byMoney] : [byMoney, byCables]
  return inOrder((a, b) => failures(a, wishes) - failures(b, wishes), first, second)
}

/** The best option of each kind that these parts allow, the one that meets the wishes best first. */
export function compareLightKinds(parts: readonly Part[], wishes: LightWishes): readonly LightOption[] {
  const givers = parts.flatMap((giver) => drivesOf(giver).map((drives) => ({ giver, drives })))
  const lit = parts.flatMap((part) => (part.kind === 'light' ? lightsOf(part).map((light) => ({ part, light })) : []))
  const options = lit
    .flatMap((light) => givers.map((giver) => optionOf({ ...light, ...giver }, wishes.lightCount)))
    .filter((option) => option !== undefined)
    .toSorted(better(wishes))
  return LIGHT_KINDS.flatMap((kind) => options.find((option) => option.kind === kind) ?? []).toSorted(better(wishes))
}

/** Whether an option meets every wish for sure. */
export function meetsWishes(option: LightOption, wishes: LightWishes): boolean {
  return failures(option, wishes) === 0
}
