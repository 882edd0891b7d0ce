import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

/** Pieces that are said to come with a pack that does not hold them. */
export const packContents = defineRule({
  id: 'pack-contents',
  group: 'supply',
  what: 'Every piece that is said to come with a pack is in that pack.',
  source: 'the list on the pack: common practice, no source',
  reads: [],
  asksOnly: ['item.packId'],
  messages: {
    notInPack: {
      severity: 'warning',
      text: '{marks}: {part} is said to come with {pack}, which holds {heldCount} of it. Another edition may hold it; else put it on the shopping list.',
      worse: { heldCount: 'less' },
    },
  },
  check: (harness, say) => {
    const packs = new Map((harness.build.packs ?? []).map((pack) => [pack.id, pack]))
    const claims = new Map<string, (typeof harness.items)[number][]>()
    for (const item of harness.items) {
      if (item.packId === undefined) continue
      const key = `${item.packId}/${item.partId}`
      claims.set(key, [...(claims.get(key) ?? []), item])
    }
    return [...claims.values()].map((items) => {
      const [first] = items
      const { part } = harness.factsOfItem(first!.id)
      const pack = packs.get(first!.packId!)!
      const held = pack.contents.filter(({ partId }) => partId === part.id).reduce((sum, { count }) => sum + count, 0)
      const at = items.flatMap((item) =>
        harness
          .factsOfItem(item.id)
          .part.ports.slice(0, 1)
          .map(({ id }) => ({ itemId: item.id, portId: id })),
      )
      if (!exceeds(items.length, held)) return say.holds()
      const marks = items.slice(held).map(({ mark }) => mark)
      return say.found('notInPack', at.slice(held), { marks, part: part.name, pack: pack.name, heldCount: held })
    })
  },
  mends: () => [],
})
