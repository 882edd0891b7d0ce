import { chosenFor } from '../../build/groups'
import type { Head } from '../../structure/signal/speed'
import type { Harness } from '../../operate/harness'
import { defineRule } from '../engine/rule'

/** Up to three ordinary fans on one header. */
export const COMFORT_COUNT = 3

/** Fans whose supply comes from the header too; a powered hub takes its fans off the header. */
function fedBy(harness: Harness, { at }: Head) {
  const fans = harness.loads
    .from(at, '12v')
    .filter((term) => harness.factsOfItem(term.at.itemId).all.motor.some(({ port }) => port === term.at.portId))
  return fans.map((term) => term.at)
}

/** The rule of thumb beside the sum: shown where the two differ, or kept to where the builder chose it. */
export const threeFanRule = defineRule({
  id: 'three-fan-rule',
  group: 'current',
  what: 'The rule of thumb, three fans on one header, is kept where the builder chose it, and shown where the sum says otherwise.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread'],
  messages: {
    moreThanThree: {
      severity: 'warning',
      text: '{port} feeds {fanCount} {fanCount|fan|fans}; your choice is three at most on one header. Move one, or let the sum decide.',
      worse: { fanCount: 'more' },
    },
    sumHolds: {
      severity: 'note',
      text: '{port} feeds {fanCount} {fanCount|fan|fans}, more than the three of the rule of thumb; the sum says it holds, and the sum decides.',
      worse: { fanCount: 'more' },
    },
    sumOver: {
      severity: 'note',
      text: '{port} feeds {fanCount} {fanCount|fan|fans}, which the rule of thumb (three) allows; the sum says it is too much, and the sum decides.',
      worse: { fanCount: 'more' },
    },
  },
  check: (harness, say) =>
    harness.speed().heads.map((head) => {
      const at = [head.at]
      const fans = fedBy(harness, head)
      const fanCount = fans.length
      const budget = harness.budgetsAt(head.at).find(({ rail }) => rail === '12v')
      if (head.placed.port.role === undefined || fanCount === 0 || budget === undefined) return say.notApplicable()
      const params = { port: harness.name(head.at), fanCount }
      const isMore = fanCount > COMFORT_COUNT
      const isOver = budget.state === 'over'
      const isAsked = fans.some(
        (at) => chosenFor(harness.build, at.itemId, (of) => of.fanCount)?.wanted === 'threeFans',
      )
      if (isMore && isAsked) {
        return say.found('moreThanThree', at, params)
      }
      if (isMore && (budget.state === 'within' || budget.state === 'tight')) return say.found('sumHolds', at, params)
      if (!isMore && isOver) return say.found('sumOver', at, params)
      return say.holds()
    }),
  mends: () => [],
})
