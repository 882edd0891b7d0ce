import { defineRule } from './rule'

/** Boxes that stay silent until one of their fans turns. */
export const boxWaitsForTach = defineRule({
  id: 'box-waits-for-tach',
  group: 'tach',
  what: 'A box that waits for a tach before it drives gets one.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['drives.waitsForTach'],
  messages: {
    silent: {
      severity: 'stop',
      text: '{box} drives nothing until it sees a tach, and {leads} there {leads|gives|give} none: {leads|that fan stands|those fans stand} still. Lead the command out of a splitter whose tach leg holds a real fan.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) =>
      harness.factsOfItem(item.id).all.drives.map((drives) => {
        const outlets = drives.outlets.map((portId) => ({ itemId: item.id, portId }))
        const used = outlets.filter((ref) => harness.threadsAt(ref).length > 0)
        if (drives.signal !== 'speed' || drives.waitsForTach !== true || used.length === 0) {
          return say.notApplicable(used)
        }
        const seesOne = used.some((ref) => (harness.tach().readingAt(ref)?.reporters.length ?? 0) > 0)
        if (seesOne) return say.holds(used)
        const leads = used.flatMap((ref) => harness.across(ref).map((other) => harness.name(other.ref)))
        return say.found('silent', used, { box: item.mark, leads })
      }),
    ),
  mends: () => [],
})
