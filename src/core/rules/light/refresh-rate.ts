import { settingOf } from '../../build/settings'
import { framesPerSecond } from '../../physics/led'
import { longestReset } from '../../structure/signal/lights'
import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

/** How often a line can show a new picture. A line that states no reset is judged at the longest one published. */
export const refreshRate = defineRule({
  id: 'refresh-rate',
  group: 'light',
  what: 'Every light line can show as many pictures a second as wanted.',
  source: 'data sheets of common 5 V addressable LEDs (from memory): 24 bits of 1.25 µs a LED, and a reset',
  reads: ['light.addressedLedCount'],
  messages: {
    slow: {
      severity: 'note',
      text: '{port} can show {actualFramesPerSecond} with its {ledCount} {ledCount|LED|LEDs}; you want {wantedFramesPerSecond}. Spread the lights over more outputs.',
      worse: { actualFramesPerSecond: 'less', ledCount: 'more', wantedFramesPerSecond: 'more' },
    },
    unknown: {
      severity: 'unknown',
      text: 'How often {port} can show a new picture is open: {unknownCount} of its lights {unknownCount|has|have} no known LED count. Count {unknownCount|its|their} LEDs.',
    },
  },
  check: (harness, say) =>
    harness.lights().lines.map(({ source, segments, ledCount, unknownCount }) => {
      const at = [source.ref]
      if (segments.every(({ light }) => light.control !== 'eachLed')) return say.notApplicable()
      const actualFramesPerSecond = framesPerSecond(ledCount, longestReset(segments))
      const wantedFramesPerSecond = settingOf(harness.build, 'leastFramesPerSecond')
      const port = harness.name(source.ref)
      if (exceeds(wantedFramesPerSecond, actualFramesPerSecond)) {
        return say.found('slow', at, { port, actualFramesPerSecond, ledCount, wantedFramesPerSecond })
      }
      return unknownCount > 0 ? say.found('unknown', at, { port, unknownCount }) : say.holds()
    }),
  mends: () => [],
})
