import { defineRule } from '../engine/rule'

/** Of many fans on one signal the board sees one: said beforehand, so that nobody looks for a fault. */
export const oneReports = defineRule({
  id: 'one-reports',
  group: 'tach',
  what: 'Where several fans share a signal, it is known beforehand that the board sees only one of them.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread'],
  messages: {
    oneOfMany: {
      severity: 'note',
      text: '{port} shows the speed of {reporter} alone; nothing is shown of {silent}, by design.',
    },
    noneOfMany: {
      severity: 'note',
      text: '{port} will read 0 rpm: nothing is shown of {silent}, by design.',
    },
  },
  check: (harness, say) =>
    harness.speed().heads.map(({ at: head, commands }) => {
      const reporters = harness.tach().readingAt(head)?.reporters ?? []
      const reporting = new Set(reporters.map(({ at }) => at.itemId))
      const silent = commands.filter(({ at }) => !reporting.has(at.itemId))
      const at = [head, ...silent.map((command) => command.at)]
      if (silent.length === 0) return say.holds()
      if (reporters.length > 1) return say.notApplicable()
      const port = harness.name(head)
      const names = silent.map((command) => harness.name(command.at))
      const [reporter] = reporters
      if (reporter === undefined) return say.found('noneOfMany', at, { port, silent: names })
      const params = { port, reporter: harness.name(reporter.at), silent: names }
      return say.found('oneOfMany', at, params)
    }),
  mends: () => [],
})
