import { portKey } from '../build/refs'
import type { Thread } from '../build/schema'
import { fitOf } from '../parts/mating'
import type { Harness } from '../operate/harness'
import { programmed } from '../structure/wiring/part-facts'
import { hasRoomFor } from '../structure/wiring/occupancy'
import { FAULT_KINDS, faultId, type BenchFault } from './faults'
import { addressed, blows } from './observe'

/** A fault with how likely it is beside the others of its build. */
export interface Weighed {
  readonly id: string
  readonly fault: BenchFault
  readonly weight: number
}

function faultsOfPlug(harness: Harness, thread: Thread): readonly BenchFault[] {
  const { id: threadId, from: lead, to } = thread
  const { works } = harness.fit(thread)
  const taking = harness.port(lead)
  const elsewhere = harness.ports.filter(
    ({ ref, port }) =>
      port.side === 'gives' &&
      portKey(ref) !== portKey(to) &&
      ref.itemId !== lead.itemId &&
      fitOf(taking.port, port).misfit === 'none' &&
      hasRoomFor(harness, ref, lead),
  )
  return [
    { kind: 'plugLoose', threadId, lead },
    ...(works.includes('5v') && works.includes('data') ? [{ kind: 'contactPoor', threadId, lead } as const] : []),
    ...([taking, harness.port(to)].some(({ port }) => port.connector.family === 'modular-supply')
      ? [{ kind: 'cableForeign', threadId, lead } as const]
      : []),
    ...works.map((wire) => ({ kind: 'contactOpen', threadId, lead, wire }) as const),
    ...elsewhere.map(({ ref }) => ({ kind: 'leadElsewhere', threadId, lead, to: ref }) as const),
  ]
}

/** Leads of one plug that each go where the other should, on one thing: plugs side by side are what is mixed up. */
function exchanged(harness: Harness): readonly BenchFault[] {
  return harness.threads.flatMap((one, index) =>
    harness.threads.slice(index + 1).flatMap((other): readonly BenchFault[] => {
      if (one.to.itemId !== other.to.itemId || one.from.itemId === other.from.itemId) return []
      const [a, b] = [harness.port(one.from).port, harness.port(other.from).port]
      const [toA, toB] = [harness.port(one.to).port, harness.port(other.to).port]
      if (one.to.portId === other.to.portId) return []
      if (fitOf(a, toB).misfit !== 'none' || fitOf(b, toA).misfit !== 'none') return []
      return [{ kind: 'leadsExchanged', threadId: one.id, lead: one.from, otherThreadId: other.id, other: other.from }]
    }),
  )
}

/** That the program of a box is missing, or too old; none of what needs none. */
export function programFault(harness: Harness, itemId: string): readonly BenchFault[] {
  const brain = programmed(harness.factsOfItem(itemId))
  return brain === undefined ? [] : [{ kind: 'programMissing', at: { itemId, portId: brain.outlets[0]! } }]
}

function faultsOfThings(harness: Harness): readonly BenchFault[] {
  return harness.items.flatMap(({ id: itemId }): readonly BenchFault[] => {
    const { all } = harness.factsOfItem(itemId)
    const plugged = (portId: string) => harness.threadsAt({ itemId, portId }).length > 0
    return [
      ...all.motor
        .filter(({ port }) => plugged(port))
        .flatMap((motor): readonly BenchFault[] => [
          { kind: 'motorStands', at: { itemId, portId: motor.port } },
          ...(plugged(motor.tachPort ?? motor.port)
            ? [{ kind: 'tachSilent', at: { itemId, portId: motor.port } } as const]
            : []),
        ]),
      ...all.light
        .filter(({ input, control }) => control === 'eachLed' && plugged(input))
        .map(({ input, zone }) => ({ kind: 'ledBroken', at: { itemId, portId: input }, zone }) as const),
      ...all.usb.flatMap(({ up }): readonly BenchFault[] => {
        const to = up === undefined ? undefined : harness.threadsAt({ itemId, portId: up })[0]?.to
        return up === undefined || to === undefined ? [] : [{ kind: 'usbDead', at: to, lead: { itemId, portId: up } }]
      }),
      ...programFault(harness, itemId),
      ...all.follows
        .filter(({ input }) => harness.choices.syncAt({ itemId, portId: input }) === true)
        .map(({ input }) => ({ kind: 'syncOff', at: { itemId, portId: input } }) as const),
      ...(blows(harness, itemId)
        ? [{ kind: 'fanTurnedRound', at: { itemId, portId: all.motor[0]!.port } } as const]
        : []),
    ]
  })
}

/** Two boxes of a cascade that carry the same number: either may have been set as the other is. */
function faultsOfNumbers(harness: Harness): readonly BenchFault[] {
  const boxes = addressed(harness)
  const at = (itemId: string) => ({ itemId, portId: harness.factsOfItem(itemId).part.ports[0]!.id })
  const familyOf = (itemId: string) => harness.factsOfItem(itemId).all.cascade[0]?.family
  return boxes.flatMap((itemId, index) =>
    boxes
      .slice(index + 1)
      .filter((other) => familyOf(other) === familyOf(itemId))
      .map((other) => ({ kind: 'addressSame', at: at(itemId), other: at(other) }) as const),
  )
}

function faultsOfHeaders(harness: Harness): readonly BenchFault[] {
  const deaf = harness
    .tach()
    .readings.filter(({ reporters }) => reporters.length > 0)
    .map(({ at }) => ({ kind: 'headerDeaf', at }) as const)
  const modes = harness
    .speed()
    .heads.flatMap(({ at, placed, mode }) =>
      (['pwm', 'dc'] as const)
        .filter((other) => mode !== undefined && other !== mode && placed.port.modes?.includes(other) === true)
        .map((other) => ({ kind: 'modeOther', at, mode: other }) as const),
    )
  const declared = [
    ...new Map((harness.build.choices.declaredModels ?? []).map(({ at }) => [portKey(at), at])).values(),
  ]
  return [...deaf, ...modes, ...declared.map((at) => ({ kind: 'standInOther', at }) as const)]
}

/** Every single fault that a machine wired like this can have, each with its share of what its kind weighs. */
export function faultsOf(harness: Harness): readonly Weighed[] {
  const faults = [
    ...harness.threads.flatMap((thread) => faultsOfPlug(harness, thread)),
    ...exchanged(harness),
    ...faultsOfThings(harness),
    ...faultsOfHeaders(harness),
    ...faultsOfNumbers(harness),
  ]
  const counts = new Map<string, number>()
  for (const { kind } of faults) counts.set(kind, (counts.get(kind) ?? 0) + 1)
  return faults.map((fault) => ({
    id: faultId(fault),
    fault,
    weight: FAULT_KINDS[fault.kind].weight / counts.get(fault.kind)!,
  }))
}
