import type { Harness } from '../harness/derive'
import type { Mounted, Placed } from '../harness/places'
import { exceeds } from '../units/compare'
import { defineRule } from './rule'
import { anyPortOf } from './subject'

type Sitting = Placed & { readonly mounted: Mounted }

const sittingIn = (harness: Harness): readonly Sitting[] =>
  harness.places().filter((placed): placed is Sitting => placed.mounted !== undefined)

const panelKey = ({ caseItem, panel }: Mounted) => `${caseItem.id}/${panel.id}`
/** Fans of one place share it, but for the two sides of a radiator; a radiator shares its place with nobody's fan. */
const placeKey = (sitting: Sitting) =>
  `${sitting.mounted.layout.id}/${sitting.mounted.placeNumber}/${sitting.place.radiatorSide ?? ''}/${isFan(sitting)}`

function groupsBy<T>(list: readonly T[], keyOf: (entry: T) => string): readonly (readonly T[])[] {
  const groups = new Map<string, T[]>()
  for (const entry of list) groups.set(keyOf(entry), [...(groups.get(keyOf(entry)) ?? []), entry])
  return [...groups.values()]
}

/** A radiator takes its whole layout and is no fan of it. */
const isFan = ({ facts }: Sitting) =>
  facts.part.mechanical?.sizeMm !== undefined || facts.all.motor.some(({ pump }) => pump !== true)

/** What stands behind one another at this place: the thing itself, the radiator of its layout and a fan behind that. */
function stackAt(all: readonly Sitting[], sitting: Sitting): readonly Sitting[] {
  const { mounted } = sitting
  return all.filter(
    (other) =>
      panelKey(other.mounted) === panelKey(mounted) &&
      other.mounted.layout.id === mounted.layout.id &&
      (!isFan(other) || other.mounted.placeNumber === mounted.placeNumber),
  )
}

/** A fan that does not go where it is drawn is found out with the screws in hand. */
export const fanFits = defineRule({
  id: 'fan-fits',
  group: 'place',
  what: 'Every fan fits its place: the size that the layout takes, the depth that is free, one layout of a panel at a time.',
  source: 'the figures of case and fan',
  reads: ['part.mechanical.sizeMm', 'part.mechanical.thicknessMm', 'part.panels.depthMm'],
  asksOnly: ['places.mount'],
  messages: {
    wrongSize: {
      severity: 'stop',
      text: '{fan} is {sizeMm} wide, but {panel} takes {mountMm} there. Use another fan, or another layout of that panel.',
    },
    tooThick: {
      severity: 'stop',
      text: '{things} are {thickMm} thick together, but {panel} has {depthMm} free. Use thinner ones, or another panel.',
    },
    taken: {
      severity: 'stop',
      text: '{things} sit in one place of {panel}. Give each a place of its own.',
    },
    twoLayouts: {
      severity: 'stop',
      text: '{panel} would hold two layouts at once ({things}); its rails take one at a time. Choose one of them.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Whether {fan} fits {panel} is open: its size, a thickness or the depth free there is not known. Measure it.',
    },
  },
  check: (harness, say) => {
    const all = sittingIn(harness)
    const loose = harness.places().filter(({ mounted }) => mounted === undefined)
    const marks = (some: readonly Sitting[]) => some.map(({ item }) => item.mark)
    const atAll = (some: readonly Sitting[]) => some.flatMap(({ item }) => anyPortOf(harness, item.id))
    const judgeOne = (sitting: Sitting) => {
      const { item, facts, mounted } = sitting
      const at = anyPortOf(harness, item.id)
      const panel = mounted.panel.name
      const mountMm = mounted.layout.sizeMm.value
      const sizeMm = isFan(sitting) ? facts.part.mechanical?.sizeMm?.value : mountMm
      if (sizeMm !== undefined && sizeMm !== mountMm) {
        return say.found('wrongSize', at, { fan: item.mark, sizeMm, panel, mountMm })
      }
      const stack = stackAt(all, sitting)
      const thicknesses = stack.map((other) => other.facts.part.mechanical?.thicknessMm?.value)
      const thickMm = thicknesses.reduce<number>((sum, thickness) => sum + (thickness ?? 0), 0)
      const depthMm = mounted.panel.depthMm?.value
      if (depthMm !== undefined && exceeds(thickMm, depthMm)) {
        return say.found('tooThick', at, { things: marks(stack), thickMm, panel, depthMm })
      }
      const isOpen = sizeMm === undefined || depthMm === undefined || thicknesses.includes(undefined)
      return isOpen ? say.found('unknown', at, { fan: item.mark, panel }) : say.holds(at)
    }
    const judgePanel = (sitting: readonly Sitting[]) => {
      const panel = sitting[0]!.mounted.panel.name
      if (new Set(sitting.map(({ mounted }) => mounted.layout.id)).size > 1) {
        return [say.found('twoLayouts', atAll(sitting), { panel, things: marks(sitting) })]
      }
      return groupsBy(sitting, placeKey).flatMap((sharing) =>
        sharing.length > 1 && isFan(sharing[0]!)
          ? [say.found('taken', atAll(sharing), { things: marks(sharing), panel })]
          : sharing.map(judgeOne),
      )
    }
    return [
      ...loose.map(({ item }) => say.notApplicable(anyPortOf(harness, item.id))),
      ...groupsBy(all, ({ mounted }) => panelKey(mounted)).flatMap(judgePanel),
    ]
  },
  mends: () => [],
})
