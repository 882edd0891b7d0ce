import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

/** Where unlike fans share a signal and one reports, the slowest is the one whose speed says most. */
export const reporterSlowest = defineRule({
  id: 'reporter-slowest',
  group: 'tach',
  what: 'Of unlike fans on one signal the slowest reports.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['motor.mostRpm'],
  messages: {
    faster: {
      severity: 'note',
      text: '{port} reads {reporter}, rated for {reportedRpm}, while {lead} there is rated for {slowestRpm}: a warning of low speed is set by the faster one and comes too late for the slower, and a preset that goes by the speed it reads holds the slower back. Let {lead} report.',
      worse: { reportedRpm: 'neither', slowestRpm: 'neither' },
    },
  },
  check: (harness, say) =>
    harness.speed().heads.map(({ at: head, commands }) => {
      const reporters = harness.tach().readingAt(head)?.reporters ?? []
      const fans = commands.filter(({ motor }) => motor.pump !== true && motor.mostRpm !== undefined)
      const reporting = fans.find(({ at }) => reporters.some((reporter) => reporter.at.itemId === at.itemId))
      if (reporters.length !== 1 || reporting === undefined || fans.length < 2) return say.notApplicable()
      const rpmOf = ({ motor }: (typeof fans)[number]) => motor.mostRpm!.value
      const slowest = fans.reduce((least, fan) => (rpmOf(fan) < rpmOf(least) ? fan : least))
      if (!exceeds(rpmOf(reporting), rpmOf(slowest))) return say.holds()
      return say.found('faster', [head, slowest.at], {
        port: harness.name(head),
        reporter: harness.name(reporting.at),
        lead: harness.name(slowest.at),
        reportedRpm: rpmOf(reporting),
        slowestRpm: rpmOf(slowest),
      })
    }),
  mends: () => [],
})
