import { bench, demoBuild } from '../../../tests/support/bench'
import type { PortRef } from '../schema/schema-kit'
import { candidatesFor, type Outlook } from '../ask/candidates'
import { derive } from '../operate/harness'
import { candidateShortText, candidateText } from './candidate-text'

const ref = (text: string): PortRef => {
  const [itemId = '', portId = ''] = text.split('.')
  return { itemId, portId }
}

interface Asked {
  readonly items: readonly string[]
  readonly threads?: readonly string[]
  readonly lead: string
  readonly to: string
  readonly outlook: Outlook
  readonly text: string
  readonly short: string
}

/** Sums by hand: a Drift 140 takes 0.30 A, a Squall 0.60 A; SYS1 of the Causeway gives 1.00 A, 0.80 A with headroom. */
const TABLE: readonly Asked[] = [
  {
    items: ['M1: board-middle', 'F1: fan-140'],
    lead: 'f1.fan',
    to: 'm1.SYS1',
    outlook: 'holds',
    text: '0.00 to 0.30 of 1.00 A',
    short: '0.00 to 0.30 of 1.00 A',
  },
  {
    items: ['M1: board-middle', 'F1: fan-140'],
    threads: ['F1.fan > M1.SYS1'],
    lead: 'f1.fan',
    to: 'm1.SYS1',
    outlook: 'here',
    text: 'plugged here now',
    short: 'here now',
  },
  {
    items: ['M1: board-middle', 'F1 F2 F3: fan-140', 'Y1: splitter-3'],
    threads: ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
    lead: 'f3.fan',
    to: 'y1.out3',
    outlook: 'tight',
    text: '0.60 to 0.90 of 1.00 A: tight; no tach: its speed is not seen',
    short: '0.60 to 0.90 of 1.00 A',
  },
  {
    items: ['M1: board-middle', 'F1 F2: fan-120-strong', 'Y1: splitter-2'],
    threads: ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1'],
    lead: 'f2.fan',
    to: 'y1.out2',
    outlook: 'over',
    text: '0.60 to 1.20 of 1.00 A: over the limit; no tach: its speed is not seen',
    short: '0.60 to 1.20 of 1.00 A',
  },
  {
    items: ['M1: board-middle', 'F1 F2: fan-140'],
    threads: ['F1.fan > M1.SYS1'],
    lead: 'f2.fan',
    to: 'm1.SYS1',
    outlook: 'taken',
    text: 'taken by F1',
    short: 'taken by F1',
  },
  {
    items: ['F1: fan-140', 'Y1: splitter-2'],
    lead: 'f1.fan',
    to: 'y1.out1',
    outlook: 'unfed',
    text: 'fits, but nothing feeds this port yet',
    short: 'not fed yet',
  },
  {
    items: ['M1: board-middle', 'L1: strip-12v'],
    lead: 'l1.light',
    to: 'm1.LED5V',
    outlook: 'volts',
    text: '5 V here, this takes 12 V',
    short: '5 V here, this takes 12 V',
  },
  {
    items: ['M1: board-middle', 'F1: fan-140'],
    lead: 'f1.fan',
    to: 'm1.USB1',
    outlook: 'misfit',
    text: 'does not mate: this is an internal USB 2.0 plug',
    short: 'does not mate',
  },
  {
    items: ['Y1: splitter-2', 'Y2: splitter-2'],
    threads: ['Y2.in > Y1.out1'],
    lead: 'y1.in',
    to: 'y2.out1',
    outlook: 'ring',
    text: 'this lead feeds that port itself',
    short: 'feeds it itself',
  },
  {
    items: ['M1: board-middle', 'F1: fan-unlabelled'],
    lead: 'f1.fan',
    to: 'm1.SYS1',
    outlook: 'unknown',
    text: '0.00 to 0.00 of 1.00 A, with figures missing',
    short: '0.00 to 0.00 of 1.00 A',
  },
]

test.each(TABLE)('$lead at $to: $outlook', ({ items, threads, lead, to, outlook, text, short }) => {
  const harness = derive(bench(items, threads))
  const candidate = candidatesFor(harness, ref(lead)).find((one) => `${one.to.itemId}.${one.to.portId}` === to)!
  expect(candidate.outlook).toBe(outlook)
  expect(candidateText(harness, ref(lead), candidate)).toBe(text)
  expect(candidateShortText(harness, ref(lead), candidate)).toBe(short)
})

test('a plug that does not fit is asked for no sum, and comes last', () => {
  const harness = derive(demoBuild('tangled-heron'))
  for (const { ref: lead } of harness.ports.filter(({ port }) => port.side === 'takes')) {
    const candidates = candidatesFor(harness, lead)
    const misfits = candidates.filter(({ outlook }) => outlook === 'misfit')
    expect(candidates.slice(-misfits.length || candidates.length).map(({ outlook }) => outlook)).toEqual(
      misfits.length === 0 ? candidates.map(({ outlook }) => outlook) : misfits.map(() => 'misfit'),
    )
    for (const { changes, run } of misfits) expect([changes, run]).toEqual([[], undefined])
  }
})

test('every lead has an answer from every port that gives, but for those of its own item', () => {
  const harness = derive(demoBuild('night-ferry'))
  const givers = harness.ports.filter(({ port }) => port.side === 'gives')
  for (const { ref: lead } of harness.ports.filter(({ port }) => port.side === 'takes')) {
    const asked = candidatesFor(harness, lead).map(({ to }) => `${to.itemId}.${to.portId}`)
    expect(asked.toSorted()).toEqual(
      givers
        .filter(({ item }) => item.id !== lead.itemId)
        .map(({ key }) => key)
        .toSorted(),
    )
  }
})
