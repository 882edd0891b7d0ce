import type { Build, Item, Thread } from '../../src/core/build/schema'
import { portKey } from '../../src/core/build/refs'
import { derive, type Harness } from '../../src/core/operate/harness'
import { hasRoomFor } from '../../src/core/structure/wiring/occupancy'
import { fitOf } from '../../src/core/parts/mating'
import { check } from '../../src/core/rules/check'
import type { Small } from './builds'

/** The best that any wiring comes to: fewest minds, then least money; undefined where each of them has a stop. */
export interface Best {
  readonly minds: number
  readonly cents: number
}

const isBetter = (a: Best, b: Best | undefined) =>
  b === undefined || a.minds < b.minds || (a.minds === b.minds && a.cents < b.cents)

/** Every way to plug all leads of a bench, one lead after the other; pieces never hang on pieces, as in Weave. */
function* wirings(build: Build): Generator<Build> {
  const harness = derive(build)
  const lead = harness.ports.find(({ port, ref }) => port.side === 'takes' && harness.threadsAt(ref).length === 0)
  if (lead === undefined) {
    yield build
    return
  }
  const isPiece = (itemId: string) => {
    const { part } = harness.factsOfItem(itemId)
    return part.ports.some(({ side }) => side === 'takes') && part.ports.some(({ side }) => side === 'gives')
  }
  for (const to of harness.ports) {
    if (to.port.side !== 'gives' || to.item.id === lead.item.id || fitOf(lead.port, to.port).misfit !== 'none') continue
    if (isPiece(lead.item.id) && isPiece(to.item.id)) continue
    if (!hasRoomFor(harness, to.ref, lead.ref)) continue
    const thread: Thread = { id: portKey(lead.ref).replaceAll('.', '_'), from: lead.ref, to: to.ref }
    yield* wirings({ ...build, threads: [...build.threads, thread] })
  }
}

/** Fans that the CPU header rules, and pumps that a fan header does: no rule minds them, but Weave leaves each its own. */
function misplaced(harness: Harness): number {
  return harness.speed().heads.reduce((sum, { placed, commands }) => {
    const pumps = commands.filter(({ motor }) => motor.pump === true).length
    return sum + (placed.port.role === 'cpu' ? commands.length - pumps : pumps)
  }, 0)
}

/** Tries every wiring with every choice of things to buy, each at most once, judged by the rules alone. */
export function bruteForce({ build, offers }: Small): Best | undefined {
  let best: Best | undefined
  for (let chosen = 0; chosen < 2 ** offers.length; chosen += 1) {
    const bought = offers.filter((_, index) => (chosen & (1 << index)) !== 0)
    const cents = bought.reduce((sum, { priceCents }) => sum + priceCents!, 0)
    const items = bought.map(({ part }, index): Item => ({
      id: `x${index}`,
      mark: `X${index}`,
      partId: part.id,
      stock: 'toBuy',
    }))
    const parts = bought.map(({ part }) => part)
    for (const wired of wirings({ ...build, parts: [...build.parts, ...parts], items: [...build.items, ...items] })) {
      const harness = derive(wired)
      const { counts } = check(harness)
      const found = { minds: counts.mind + misplaced(harness), cents }
      if (counts.stop === 0 && isBetter(found, best)) best = found
    }
  }
  return best
}
