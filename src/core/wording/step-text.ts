import type { Harness } from '../operate/harness'
import type { FixingLine } from '../sheet/fixings'
import type { Step } from '../sheet/working-order'
import { cornerWord } from './corner-text'
import { listNames } from './text'
import type { Corner } from '../places/space'

/** `lower inner` of a hole id such as `floorFront`: words instead of one word. */
const holeWords = (id: string) => id.replaceAll(/([a-z0-9])([A-Z])/g, '$1 $2').toLowerCase()

/** Where a thing sits, as one says it at the workbench. */
export function placeWords(harness: Harness, itemId: string): string {
  const { mounted, spot, place } = harness.placeOf(itemId) ?? {}
  if (mounted === undefined) return spot?.name.toLowerCase() ?? 'on the processor'
  const side = place?.radiatorSide === 'outer' ? ', outside the radiator' : ''
  return `${mounted.panel.name.toLowerCase()}, place ${mounted.placeNumber}${side}`
}

function faceWords(harness: Harness, itemId: string): string {
  const { place, flow } = harness.placeOf(itemId) ?? {}
  if (place?.inwardFace === undefined || flow === undefined || flow.direction === 'unknown') return ''
  return `, ${place.inwardFace === 'struts' ? 'struts' : 'open side'} inside (air ${flow.direction})`
}

function cornerWords(harness: Harness, itemId: string): string {
  const { mounted, place } = harness.placeOf(itemId) ?? {}
  if (mounted === undefined || place?.leadCorner === undefined) return ''
  return `, lead at the ${cornerWord(mounted.panel.side, place.leadCorner as Corner)} corner`
}

/** A step of the working order, in one sentence. */
export function stepText(harness: Harness, step: Step): string {
  const mark = (itemId: string) => harness.items.find(({ id }) => id === itemId)?.mark ?? itemId
  switch (step.does) {
    case 'fixBox':
      return `Fix ${mark(step.itemId)}: ${placeWords(harness, step.itemId)}.`
    case 'plugFirst': {
      const thread = harness.threads.find(({ id }) => id === step.threadId)!
      const names = `${harness.name(thread.from)} into ${harness.name(thread.to)}`
      return `Plug ${names} now: ${listNames(step.coveredBy)} will cover it.`
    }
    case 'feed':
      return `Feed the lead of ${mark(step.itemId)} through: ${listNames(step.holeIds.map(holeWords))}.`
    case 'screw': {
      const where = `${placeWords(harness, step.itemId)}${faceWords(harness, step.itemId)}${cornerWords(harness, step.itemId)}`
      const how = step.screwCount === 2 ? 'Two screws first, crosswise: its lead may not reach.' : 'All its screws.'
      return `${mark(step.itemId)}: ${where}. ${how}`
    }
    default:
      return step satisfies never
  }
}

/** What has to lie ready for some things, in one line. */
export function fixingText({ marks, by, count, lengthMm, words }: FixingLine): string {
  const length = lengthMm === undefined ? '' : ` of ${lengthMm} mm`
  return `${listNames(marks)}: ${count} × ${by}${length}, ${words}`
}
