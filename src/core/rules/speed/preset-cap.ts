import { exceeds } from '../../units/compare'
import { presetOf } from '../../speed/preset'
import { defineRule } from '../engine/rule'

/** A box whose own preset lets its fans have less than they can. */
export const presetCap = defineRule({
  id: 'preset-cap',
  group: 'speed',
  what: 'The preset of a box lets every fan on it reach its rated speed, or the box has a curve of its own.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['drives.presetMostRpm', 'motor.mostRpm'],
  messages: {
    heldBack: {
      severity: 'warning',
      text: 'By its preset {port} lets {lead} have {reachRpm} at most, of the {ratedRpm} that it is rated for: the preset goes by {reporter} and its {presetRpm}. Give {port} a curve of its own to have all of it.',
      worse: { reachRpm: 'less', ratedRpm: 'neither', presetRpm: 'neither' },
    },
  },
  check: (harness, say) =>
    harness.speed().heads.flatMap((head) => {
      const preset = harness.choices.curveAt(head.at) === undefined ? presetOf(harness, head) : undefined
      if (preset?.share === undefined) return []
      const { share, of } = preset
      return head.commands.map(({ at: lead, motor, control }) => {
        const ratedRpm = motor.mostRpm?.value
        if (ratedRpm === undefined || control === 'none') return say.notApplicable()
        const reachRpm = ratedRpm * share
        if (!exceeds(ratedRpm, reachRpm)) return say.holds()
        return say.found('heldBack', [head.at, lead], {
          port: harness.name(head.at),
          lead: harness.name(lead),
          reporter: harness.name(of.at),
          reachRpm: Math.round(reachRpm),
          ratedRpm,
          presetRpm: preset.mostRpm,
        })
      })
    }),
  mends: () => [],
})
