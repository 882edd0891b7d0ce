import { throbsOverHeat } from '../../speed/throb'
import type { Head } from '../../structure/signal/speed'
import { defineRule } from '../engine/rule'

/** Nearly one speed over so many degrees is no crossing any more (common practice, no source). */
const STRETCH_C = 10

/** Fans that turn at nearly one speed, so that their sounds throb. */
export const curvesThrob = defineRule({
  id: 'curves-throb',
  group: 'curve',
  what: 'No two kinds of fans turn at nearly one speed over a stretch of heat.',
  source: 'acoustics of beats; within 3 % over 10 °C: common practice, no source',
  reads: [],
  asksOnly: ['choices.curves', 'motor.mostRpm'],
  messages: {
    throbs: {
      severity: 'note',
      text: '{leads} and {others} turn at nearly one speed from {fromCelsius} to {toCelsius}, at its end {leadRpm} and {otherRpm}: the two sounds throb. Ask for 5 % more of one of them there.',
      worse: { fromCelsius: 'neither', toCelsius: 'neither', leadRpm: 'neither', otherRpm: 'neither' },
    },
  },
  check: (harness, say) => {
    const throbs = throbsOverHeat(harness, STRETCH_C)
    const throbbing = new Set(throbs.flatMap(({ a, b }) => [...a.heads, ...b.heads]))
    const isRated = ({ commands }: Head) => commands.some(({ motor }) => motor.mostRpm !== undefined)
    const still = harness
      .speed()
      .heads.filter((head) => harness.choices.curveAt(head.at) && isRated(head) && !throbbing.has(head))
    const found = throbs.map(({ a, b, fromC, toC }) => {
      const namesOf = ({ commands }: typeof a) => commands.map(({ at }) => harness.name(at))
      const at = [...new Set([...a.heads, ...b.heads])].map((head) => head.at)
      return say.found('throbs', at, {
        leads: namesOf(a),
        others: namesOf(b),
        fromCelsius: fromC,
        toCelsius: toC,
        leadRpm: Math.round(a.rpm),
        otherRpm: Math.round(b.rpm),
      })
    })
    return [...found, ...still.map(() => say.holds())]
  },
  mends: () => [],
})
