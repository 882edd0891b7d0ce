import { placeEdit } from '../../build/choose'
import { settingOf } from '../../build/settings'
import { hoseOf, type Hose } from '../../structure/place/hoses'
import { exceeds } from '../../units/compare'
import { defineRule, type Mend, type Outcome } from '../engine/rule'
import { onThings } from '../engine/subject'

const isShort = ({ leastMm, hoseMm }: Hose) => hoseMm !== undefined && exceeds(leastMm, hoseMm)
const isTight = ({ leastMm, hoseMm }: Hose, bendMm: number) => hoseMm !== undefined && exceeds(leastMm + bendMm, hoseMm)

/** A radiator in the wrong place is found out when the cooler's head does not come down to the processor. */
export const hoseReaches = defineRule({
  id: 'hose-reaches',
  group: 'place',
  what: 'The hoses of a cooler are long enough from its radiator to the processor, with room for their bends.',
  source: 'straight distance from radiator to processor; 60 mm for the bends: common practice, no source',
  reads: ['part.mechanical.hoseMm', 'part.outline.processor', 'part.space.board'],
  asksOnly: ['places.mount'],
  messages: {
    tooShort: {
      severity: 'stop',
      text: 'The hoses of {thing} are {hoseMm} long, but from {panel} to the processor it is {straightMm} straight. Let them leave by the other end, or put the radiator nearer.',
    },
    tight: {
      severity: 'warning',
      text: 'The hoses of {thing} are {hoseMm} long and the processor is {straightMm} away: with {bendMm} for their bends they are strained. Let them leave by the other end, or put the radiator nearer.',
      worse: { hoseMm: 'less', straightMm: 'more', bendMm: 'more' },
    },
    wouldHold: {
      severity: 'unknown',
      consequence: 'wouldHold',
      text: 'By what is assumed of the case and the board, the hoses of {thing} reach the processor. Measure before you rely on it.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Whether the hoses of {thing} reach is open: their length, the end they leave by, or the place of the processor is not known.',
    },
  },
  check: (harness, say) =>
    harness.places().flatMap((placed) => {
      const hoses = hoseOf(harness, placed)
      if (hoses === undefined) return []
      const about = (outcome: Outcome) => [onThings(harness, [placed.item.id], outcome)]
      const thing = placed.item.mark
      const panel = placed.mounted!.panel.name
      const [first] = hoses
      if (first?.hoseMm === undefined) return about(say.found('unknown', [], { thing }))
      const figures = { thing, hoseMm: first.hoseMm, straightMm: Math.round(Math.min(...hoses.map((h) => h.leastMm))) }
      if (hoses.every(isShort)) return about(say.found('tooShort', [], { ...figures, panel }))
      const bendMm = settingOf(harness.build, 'hoseSlackMm')
      if (hoses.every((hose) => isTight(hose, bendMm))) return about(say.found('tight', [], { ...figures, bendMm }))
      if (hoses.some((hose) => isTight(hose, bendMm))) return about(say.found('unknown', [], { thing }))
      return about(first.isAssumed ? say.found('wouldHold', [], { thing }) : say.holds())
    }),
  mends: (harness, finding): readonly Mend[] => {
    const placed = harness.placeOf(finding.at[0]?.itemId ?? finding.itemIds?.[0] ?? '')
    if (placed === undefined || (finding.messageId !== 'tooShort' && finding.messageId !== 'tight')) return []
    const hoseEnd = placed.place.hoseEnd === 'start' ? ('end' as const) : ('start' as const)
    const edit = placeEdit({ ...placed.place, hoseEnd })
    return [{ messageId: 'moveHose', params: { thing: placed.item.mark }, edit }]
  },
})
