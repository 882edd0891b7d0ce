import { fitOf } from '../../parts/mating'
import { defineRule } from '../engine/rule'

/** A device of a small edition whose box comes only with a larger one. */
export const editionLacks = defineRule({
  id: 'edition-lacks',
  group: 'supply',
  what: 'What comes in a pack finds, on the bench, the piece that its leads need.',
  source: 'the list on the pack: common practice, no source',
  reads: [],
  asksOnly: ['item.packId', 'port.need'],
  messages: {
    nothingTakesIt: {
      severity: 'warning',
      text: 'Nothing on the bench takes {leads}: {pack} does not hold the piece for it. Buy that piece, or the edition that holds it.',
    },
  },
  check: (harness, say) => {
    const givers = harness.ports.filter(({ port }) => port.side === 'gives')
    // Before a board or a supply lies there, every lead lacks something, and that says nothing of the pack.
    const hasSource = harness.items.some(({ id }) =>
      harness.factsOfItem(id).all.powers.some(({ feeds }) => feeds.length === 0),
    )
    return (harness.build.packs ?? []).flatMap((pack) => {
      const needed = harness.ports.filter(
        ({ item, port }) => item.packId === pack.id && port.side === 'takes' && port.need === 'required',
      )
      if (needed.length === 0 || !hasSource) return [say.notApplicable()]
      // Another of its own kind may pass the link on, but nothing starts it.
      const lacking = needed.filter(
        ({ port, facts }) =>
          !givers.some((giver) => giver.facts !== facts && fitOf(port, giver.port).misfit === 'none'),
      )
      if (lacking.length === 0) return [say.holds()]
      const places = lacking.map(({ ref }) => ref)
      return [say.found('nothingTakesIt', places, { leads: places.map((ref) => harness.name(ref)), pack: pack.name })]
    })
  },
  mends: () => [],
})
