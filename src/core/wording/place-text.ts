import type { Harness } from '../operate/harness'
import type { Placed, Sitting } from '../structure/place/places'
import { radiatorOf } from '../structure/place/places'
import type { Run } from '../structure/place/ways'
import type { Refusal, Target } from '../ask/placing'
import { pushOrPull } from '../places/flow'
import { listNames } from './text'

/** `three 120 mm`, `radiator of 2 × 120 mm`: what a layout holds. */
export function layoutText({ holds, sizeMm, placeCount }: Sitting['mounted']['layout']): string {
  const measure = `${placeCount} × ${sizeMm.value} mm`
  return holds === 'radiator' ? `radiator ${measure}` : measure
}

/** `Front, place 2`: where a target is. */
export function targetText(target: Target): string {
  if (target.is === 'mount') return `${target.panel.name}, place ${target.placeNumber}`
  return target.is === 'spot' ? target.spot.name : 'On the processor'
}

/** Why a thing cannot go there, in one sentence. */
export function refusalText(mark: string, refusal: Refusal): string {
  const others = (things: readonly Sitting[]) =>
    listNames(things.map(({ item }) => item.mark).filter((other) => other !== mark))
  switch (refusal.is) {
    case 'wrongSize':
      return `${mark} is for ${refusal.sizeMm} mm, this place takes ${refusal.mountMm} mm.`
    case 'noRadiator':
      return `${mark} is a radiator, and this layout holds fans alone.`
    case 'tooLong':
      return `${mark} is ${refusal.fanCount} fans long, and there is room for ${refusal.placeCount} from here on.`
    case 'tooThick': {
      const names = listNames(refusal.things.map(({ item }) => item.mark))
      return `${names} would be ${refusal.thickMm} mm thick here, and ${refusal.depthMm} mm are free.`
    }
    case 'taken':
      return `${others(refusal.things)} sits here already.`
    case 'twoLayouts':
      return `${others(refusal.things)} use another layout of this panel; its rails take one at a time.`
    case 'noFan':
      return `${mark} is neither fan nor radiator: fix it to a spot for boxes.`
    case 'noBox':
      return `${mark} goes in a place of a panel, not on a spot for boxes.`
    case 'processorOnly':
      return `${mark} is a cooler for the processor and goes nowhere else.`
    case 'noCooler':
      return `${mark} has no fan for the processor.`
    default:
      return refusal satisfies never
  }
}

/** Which way a fan blows and what that rests on, face by face. */
export function flowText({ flow, place, facts, mounted }: Placed): string {
  if (flow.direction === 'unknown') return 'Nobody has said which face looks inside, so where it blows is open.'
  const blades = facts.part.mechanical?.blades
  const inside = place.inwardFace === 'struts' ? 'The struts look inside' : 'The open side looks inside'
  const way = flow.direction === 'in' ? 'air comes in' : 'air goes out'
  const panel = mounted === undefined ? '' : ` at the ${mounted.panel.name.toLowerCase()}`
  if (flow.by === 'arrow') return `Its printed arrow points ${flow.direction}: ${way}${panel}.`
  const which = blades === undefined ? 'taken for standard blades' : `${blades} blades`
  return `${inside}, ${which}: ${way}${panel}.`
}

/** `as push`: what a fan does to the radiator that it sits on. */
export function pushText({ flow, place }: Placed, radiator: Placed): string | undefined {
  if (flow.direction === 'unknown' || place.radiatorSide === undefined) return undefined
  const side = place.radiatorSide === 'inner' ? 'inside' : 'outside'
  const verb = pushOrPull(flow.direction, place.radiatorSide) === 'push' ? 'pushes air into' : 'pulls air out of'
  return `On the ${side} of ${radiator.item.mark}: it ${verb} the radiator.`
}

/** `230 + 250 + 25 = 505 mm of way`: leg by leg, where it has more than one. */
function wayWords({ ways, leastMm }: Run): string {
  const legsMm = ways.find(({ way }) => way?.lengthMm === leastMm)?.way?.legsMm ?? []
  const whole = `${Math.ceil(leastMm!)} mm of way`
  const areExact = legsMm.every(Number.isInteger)
  return legsMm.length > 1 && areExact ? `${legsMm.join(' + ')} = ${whole}` : whole
}

/** How a lead reaches, with its figures. */
export function runText(harness: Harness, run: Run): string {
  const { reach, leadMm, leastMm, via } = run
  const by = via.length === 0 ? '' : ` by way of ${listNames(via.map(({ mark }) => mark))}`
  const goal = `${harness.name(run.goal.ref)}${by}`
  const sum = leadMm === undefined || leastMm === undefined ? '' : `: ${leadMm} mm of lead, ${wayWords(run)}`
  switch (reach) {
    case 'yes':
      return `reaches ${goal}${sum}, ${Math.floor(leadMm! - leastMm!)} mm to spare`
    case 'tight':
      return `reaches ${goal} tightly${sum}, ${Math.floor(leadMm! - leastMm!)} mm to spare`
    case 'inSight':
      return `reaches ${goal} only in sight, across the board${sum} behind the tray`
    case 'no':
      return leastMm === undefined ? `no hole leads to ${goal}` : `does not reach ${goal}${sum}`
    case 'open':
      return `whether it reaches ${goal} is open: a length, a corner or a place is not known`
    default:
      return reach satisfies never
  }
}

/** `240 mm radiator of 2 fans`, for the picture. */
export function radiatorText({ facts }: Placed): string | undefined {
  const radiator = radiatorOf(facts.part)
  const sizeMm = facts.part.mechanical?.radiatorFanSizeMm?.value
  if (radiator?.fanCount === undefined || sizeMm === undefined) return undefined
  return `radiator for ${radiator.fanCount} × ${sizeMm} mm`
}
