import type { Surge } from '../../operate/surges'
import { exceeds } from '../../units/compare'
import { subjectOf } from '../engine/subject'
import { defineRule } from '../engine/rule'

const isOver = ({ peakAmps, mostAmps }: Surge) => mostAmps !== undefined && exceeds(peakAmps, mostAmps)

/** Over by known start currents alone, not merely by what runs there anyway, which the budget tells. */
const isOverSurely = ({ leastPeakAmps, mostAmps, budget }: Surge) =>
  mostAmps !== undefined && exceeds(leastPeakAmps, mostAmps) && exceeds(leastPeakAmps, budget.knownAmps)

/** All motors start at once at power-on; the source has to bear that for about a second. */
export const startSurge = defineRule({
  id: 'start-surge',
  group: 'current',
  // What is open, or loose, is told once for the whole build.
  looksOver: 'build',
  what: 'The start-up peak of every header, outlet and cable stays within its stated peak, or its limit where none is stated.',
  source: 'start currents from the parts; the estimate of twice the rated current: common practice, no source',
  reads: ['motor.ratedAmps', 'motor.startAmps', 'limit.mostAmps'],
  messages: {
    over: {
      severity: 'warning',
      text: '{subject} would see a start-up peak of {peakAmps}, over its {mostAmps}. Stagger the start, or move a fan.',
      worse: { peakAmps: 'more', mostAmps: 'less' },
    },
    overByEstimate: {
      severity: 'note',
      consequence: 'likelyOverload',
      text: 'By an estimate of twice the rated current, the start-up peak goes over the limit at {subjects}; the highest is {peakAmps} of {mostAmps} at {subject}. A known start current settles it.',
      worse: { peakAmps: 'more', mostAmps: 'less' },
    },
    wouldHold: {
      severity: 'unknown',
      consequence: 'wouldHold',
      text: 'The start-up peak would hold if motors that state no start current take twice their rated one, at {subjects}. Look it up where it matters.',
    },
    unknown: {
      severity: 'unknown',
      text: 'The start-up peak is open at {subjects}: a draw or a limit is missing. Read the labels and the manual.',
    },
  },
  check: (harness, say) => {
    const surges = harness.surges()
    const named = (list: readonly Surge[]) => list.map(({ budget }) => subjectOf(harness, budget))
    const at = (list: readonly Surge[]) => list.flatMap(({ budget }) => budget.at)
    const overKnown = surges.filter(isOverSurely)
    const overGuessed = surges.filter((entry) => isOver(entry) && !isOverSurely(entry))
    const rest = surges.filter((entry) => !isOver(entry))
    const open = rest.filter((entry) => entry.unknownCount > 0 || entry.mostAmps === undefined)
    const closed = rest.filter((entry) => !open.includes(entry))
    const assumed = closed.filter((entry) => entry.estimated.length > 0 || entry.isWeak)
    const calm = closed.filter((entry) => !assumed.includes(entry))
    const highest = overGuessed.toSorted((a, b) => b.peakAmps - b.mostAmps! - (a.peakAmps - a.mostAmps!))[0]
    return [
      ...calm.map(() => say.holds()),
      ...overKnown.map(({ budget, leastPeakAmps: peakAmps, mostAmps }) =>
        say.found('over', budget.at, { subject: subjectOf(harness, budget), peakAmps, mostAmps: mostAmps! }),
      ),
      ...(highest === undefined
        ? []
        : [
            say.found('overByEstimate', at(overGuessed), {
              subjects: named(overGuessed),
              subject: subjectOf(harness, highest.budget),
              peakAmps: highest.peakAmps,
              mostAmps: highest.mostAmps!,
            }),
          ]),
      ...(assumed.length === 0 ? [] : [say.found('wouldHold', at(assumed), { subjects: named(assumed) })]),
      ...(open.length === 0 ? [] : [say.found('unknown', at(open), { subjects: named(open) })]),
    ]
  },
  mends: () => [],
})
