import { freeId, nextMark, portKey } from '../../build/refs'
import { freshItemId } from '../../build/rewire'
import type { Build, Item, Pack } from '../../build/schema'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import type { Part } from '../../parts/schema'
import type { Machine } from '../problem/machine'
import { hasPin } from '../problem/pins'
import { contentsOf, type Host, type PackOffer, type Piece, type RowFeed, type Stocked } from '../problem/problem'
import { rootOf } from '../problem/today'

/** A new item, with its part. */
export interface Bought {
  readonly item: Item
  readonly part: Part
}

/** A thing that was on the list by itself and comes in a pack instead. */
export interface Packed {
  readonly itemId: string
  readonly packId: string
}

/** Hands out items for the pieces and boxes of a plan: those that are there, then those in packs, then new ones. */
export class Stock {
  readonly bought: Bought[] = []
  readonly packs: Pack[] = []
  readonly packed: Packed[] = []
  private readonly used = new Set<string>()
  private build: Build

  constructor(
    private readonly harness: Harness,
    private readonly machine: Machine,
  ) {
    this.build = harness.build
  }

  isUsed(itemId: string): boolean {
    return this.used.has(itemId)
  }

  /** Buys so many of a pack; what comes in it is handed out before anything is bought by itself. */
  open(offer: PackOffer, count: number): void {
    for (let opened = 0; opened < count; opened += 1) {
      const contents = contentsOf(offer)
      const taken = [...(this.build.packs ?? []), ...this.packs].map(({ id }) => id)
      const pack: Pack = {
        ...offer.pack,
        id: freeId(taken, offer.pack.id),
        contents: contents.map((entry) => ({ partId: entry.part.id, count: entry.count })),
      }
      this.packs.push(pack)
      for (const { part, count: each } of contents) {
        const listed = this.listed(part).slice(0, each)
        for (const { id } of listed) this.packed.push({ itemId: id, packId: pack.id })
        for (let made = listed.length; made < each; made += 1) this.bring(part, pack.id)
      }
    }
  }

  /** The piece for a port: the one that is plugged there, else one that lies about, else a new one. */
  piece(piece: Piece, at: PortRef): Item {
    const { inlet } = piece
    return this.take(piece, ({ id }) =>
      this.harness.across({ itemId: id, portId: inlet.id }).some(({ key }) => key === portKey(at)),
    )
  }

  /** What feeds the row on a port, chosen as a piece is. */
  rowFeed(rowFeed: RowFeed, at: PortRef): Item {
    const { end } = rowFeed
    const rootOfEnd = ({ id }: Item) => rootOf(this.harness, this.harness.port({ itemId: id, portId: end.id }))
    return this.take(rowFeed, (item) => rootOfEnd(item) === portKey(at))
  }

  private take({ owned, listed, facts }: Stocked, isThere: (item: Item) => boolean): Item {
    const free = [...owned, ...listed].filter(({ id }) => !this.used.has(id))
    const item = free.find(isThere) ?? free.find(({ id }) => !hasPin(this.harness, id)) ?? this.fresh(facts.part)
    this.used.add(item.id)
    return item
  }

  host(host: Host): Item {
    const item = host.item ?? this.fresh(host.facts.part)
    this.used.add(item.id)
    return item
  }

  /** Things of the machine that are on the list one by one, and in no pack yet. */
  private listed(part: Part): readonly Item[] {
    const isPacked = new Set(this.packed.map(({ itemId }) => itemId))
    return this.harness.items.filter(
      ({ id, partId, stock, packId }) =>
        this.machine.itemIds.has(id) &&
        partId === part.id &&
        stock === 'toBuy' &&
        packId === undefined &&
        !isPacked.has(id),
    )
  }

  private fresh(part: Part): Item {
    const packed = this.bought.find((entry) => entry.part.id === part.id && !this.used.has(entry.item.id))
    return packed?.item ?? this.bring(part, undefined)
  }

  private bring(part: Part, packId: string | undefined): Item {
    const mark = nextMark(this.build, part.markPrefix ?? 'X')
    const item: Item = {
      id: freshItemId(this.build, mark),
      mark,
      ...(this.machine.assemblyId === undefined ? {} : { assemblyId: this.machine.assemblyId }),
      partId: part.id,
      stock: 'toBuy',
      ...(packId === undefined ? {} : { packId }),
    }
    this.build = { ...this.build, items: [...this.build.items, item] }
    this.bought.push({ item, part })
    return item
  }
}
