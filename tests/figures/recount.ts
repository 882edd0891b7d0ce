import type { Build } from '../../src/core/build/schema'
import type { Part, Port, Relation } from '../../src/core/parts/schema'

/*
 * A recount of a build's figures, straight from its document: draws are pushed up from each device, where the product pulls
 * them down from each limit; counts walk the threads by themselves. Nothing of the product's own sums is used.
 */
type Rail = '12v' | '5v' | '3v3'
const VOLTS: Readonly<Record<Rail, number>> = { '12v': 12, '5v': 5, '3v3': 3.3 }
type Of<T extends Relation['type']> = Extract<Relation, { readonly type: T }>
const key = (itemId: string, portId: string) => `${itemId}.${portId}`

/** One draw on its way up. */
interface Load {
  readonly who: string
  readonly rail: Rail
  readonly amps: number | undefined
}

export class Recount {
  private readonly parts: ReadonlyMap<string, Part>
  /** By port and rail, what each consumer pushed there; undefined where its draw is unknown. */
  readonly pushed = new Map<string, Map<string, number | undefined>>()

  constructor(private readonly build: Build) {
    this.parts = new Map(build.items.map(({ id, partId }) => [id, build.parts.find((part) => part.id === partId)!]))
    for (const { id } of build.items) {
      for (const relation of [...this.of(id, 'motor'), ...this.of(id, 'draw'), ...this.of(id, 'light')]) {
        const portId = relation.type === 'light' ? relation.input : relation.port
        this.push(id, portId, { who: `${id} ${relation.id}`, rail: relation.rail, amps: this.draw(relation) })
      }
    }
  }

  private of<T extends Relation['type']>(itemId: string, type: T): readonly Of<T>[] {
    return this.parts.get(itemId)!.inside.filter((relation): relation is Of<T> => relation.type === type)
  }

  private port(itemId: string, portId: string): Port {
    return this.parts.get(itemId)!.ports.find(({ id }) => id === portId)!
  }

  private threads(itemId: string, portId: string) {
    return this.build.threads.flatMap(({ from, to }) => {
      if (from.itemId === itemId && from.portId === portId) return [to]
      return to.itemId === itemId && to.portId === portId ? [from] : []
    })
  }

  private draw(relation: Of<'motor'> | Of<'draw'> | Of<'light'>): number | undefined {
    if (relation.ratedAmps !== undefined) return relation.ratedAmps.value
    if (relation.ratedWatts !== undefined) return relation.ratedWatts.value / VOLTS[relation.rail]
    if (relation.type !== 'light') return undefined
    const { litLedCount, whiteMilliampsPerLed } = relation
    if (litLedCount === undefined || whiteMilliampsPerLed === undefined) return undefined
    return (litLedCount.value * whiteMilliampsPerLed.value) / 1000
  }

  private note(itemId: string, portId: string, { who, rail, amps }: Load): void {
    const at = `${key(itemId, portId)} ${rail}`
    const pushed = this.pushed.get(at) ?? new Map<string, number | undefined>()
    this.pushed.set(at, pushed.set(who, amps))
  }

  /** From a taking port up: the draw is noted on every port that it comes through. */
  private push(itemId: string, portId: string, load: Load, seen: readonly string[] = []): void {
    const { rail, amps } = load
    if (seen.includes(key(itemId, portId)) || !this.port(itemId, portId).wires.includes(rail)) return
    const here = [...seen, key(itemId, portId)]
    this.note(itemId, portId, load)
    for (const up of this.threads(itemId, portId)) {
      const giver = this.port(up.itemId, up.portId)
      if (giver.side !== 'gives' || !giver.wires.includes(rail)) continue
      this.note(up.itemId, up.portId, load)
      const powers = this.of(up.itemId, 'powers').find((r) => r.rail === rail && r.outlets.includes(up.portId))
      const converter = this.of(up.itemId, 'converts').find(({ to }) => to.portId === up.portId && to.wire === rail)
      if (powers !== undefined) {
        for (const feed of powers.feeds) this.push(up.itemId, feed, load, here)
      } else if (converter !== undefined) {
        const from = converter.from.wire as Rail
        const share = (converter.efficiencyPercent?.value ?? 80) / 100
        const taken = amps === undefined ? undefined : (amps * VOLTS[rail]) / share / VOLTS[from]
        this.push(up.itemId, converter.from.portId, { ...load, rail: from, amps: taken }, here)
      } else {
        const joined = this.of(up.itemId, 'joins').filter(
          ({ ports, wires }) => wires.includes(rail) && ports.includes(up.portId),
        )
        const inputs = joined.flatMap(({ ports }) => ports.filter((id) => this.port(up.itemId, id).side === 'takes'))
        for (const input of new Set(inputs)) this.push(up.itemId, input, load, here)
      }
    }
  }

  /** Devices on an outlet: what hangs there, on splitters there, and behind it in its chain. */
  devicesOn(
    itemId: string,
    portId: string,
    seen = new Set<string>(),
  ): readonly { readonly motor: boolean; readonly light: boolean }[] {
    return this.threads(itemId, portId).flatMap((down) => {
      const at = key(down.itemId, down.portId)
      if (this.port(down.itemId, down.portId).side !== 'takes' || seen.has(at)) return []
      seen.add(at)
      const motor = this.of(down.itemId, 'motor').some(({ port }) => port === down.portId)
      const lights = this.of(down.itemId, 'light').filter(({ input }) => input === down.portId)
      const { wires } = this.port(down.itemId, down.portId)
      const copper = this.of(down.itemId, 'joins')
        .filter((join) => join.ports.includes(down.portId) && join.wires.some((wire) => wires.includes(wire)))
        .flatMap(({ ports }) => ports)
      const outputs = lights.flatMap(({ output }) => (output === undefined ? [] : [output]))
      const onward = [...new Set([...copper, ...outputs])].filter((id) => this.port(down.itemId, id).side === 'gives')
      const own = motor || lights.length > 0 ? [{ motor, light: lights.length > 0 }] : []
      return [...own, ...onward.flatMap((id) => this.devicesOn(down.itemId, id, seen))]
    })
  }

  /** LEDs that a giving port has to address: its longest leg, counted along the data wire. */
  ledsOn(itemId: string, portId: string, seen: readonly string[] = []): number {
    if (seen.includes(key(itemId, portId))) return 0
    const here = [...seen, key(itemId, portId)]
    const legs = this.threads(itemId, portId).map((down) => {
      if (this.port(down.itemId, down.portId).side !== 'takes') return 0
      const ends = this.of(down.itemId, 'light')
        .filter(({ input, control }) => input === down.portId && control === 'eachLed')
        .map(
          (light) =>
            (light.addressedLedCount?.value ?? 0) +
            (light.output === undefined ? 0 : this.ledsOn(down.itemId, light.output, here)),
        )
      const passed = [
        ...this.of(down.itemId, 'joins').flatMap(({ ports, wires }) =>
          wires.includes('data') && ports.includes(down.portId) ? ports : [],
        ),
        ...this.of(down.itemId, 'repeats').flatMap((r) => (r.signal === 'light' && r.from === down.portId ? r.to : [])),
        ...this.of(down.itemId, 'follows').flatMap((r) =>
          r.signal === 'light' && r.input === down.portId && this.isOn(down.itemId, down.portId) ? r.outlets : [],
        ),
      ].filter((id) => this.port(down.itemId, id).side === 'gives')
      return Math.max(0, ...ends, ...passed.map((id) => this.ledsOn(down.itemId, id, here)))
    })
    return Math.max(0, ...legs)
  }

  private isOn(itemId: string, portId: string): boolean {
    return (
      this.build.choices.syncSettings?.some(({ at, isOn }) => isOn && at.itemId === itemId && at.portId === portId) ===
      true
    )
  }

  /** Places of a family: how many the giving ports have, and how many of them leads cover. */
  placesOf(family: string) {
    let placeCount = 0
    let usedCount = 0
    for (const { id } of this.build.items) {
      for (const port of this.parts.get(id)!.ports) {
        if (port.connector.family !== family || port.side !== 'gives') continue
        const count = port.lanes?.count ?? 1
        const covers = this.threads(id, port.id).map((other) =>
          Math.min(count, this.port(other.itemId, other.portId).lanes?.covers ?? 1),
        )
        placeCount += count
        usedCount += Math.min(
          count,
          covers.reduce((sum, n) => sum + n, 0),
        )
      }
    }
    return { placeCount, usedCount }
  }

  /** mA of what is plugged straight into a USB port. */
  usbOn(itemId: string, portId: string): number {
    return this.threads(itemId, portId)
      .flatMap((down) => this.of(down.itemId, 'usb').filter(({ up }) => up === down.portId))
      .reduce((sum, { drawMilliamps }) => sum + (drawMilliamps?.value ?? 0), 0)
  }
}
