import { performance } from 'node:perf_hooks'
import type { Build } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import { howManyMore } from '../../src/core/weave/answers/how-many'
import { machinesOf } from '../../src/core/weave/problem/machine'
import { neededLoose } from '../../src/core/weave/plan/plan'
import { propose } from '../../src/core/weave/answers/proposals'
import type { Solver } from '../../src/core/weave/solve/solver'
import { capacityText } from '../../src/core/wording/capacity-text'
import { openHighs } from '../../src/solver/highs'
import { bench, demoBuild, partNamed } from '../support/bench'
import { narrowBoard } from './builds'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const now = () => performance.now() / 1000
const ask = (build: Build, partId: string, keeps: boolean) =>
  howManyMore(solver, derive(build), {
    machine: machinesOf(build)[0]!,
    part: partNamed(partId),
    keeps,
    seconds: 20,
    now,
  })

/**
 * By hand: fans of 0.30 A, a splitter of four legs, two case headers of 1.00 A and the CPU header, where the pump of 0.36 A
 * alone has its place. Three fans fit on a header (0.90 A), two stay below the headroom of 20 % (0.60 of 0.80 A).
 */
const one = (items: readonly string[], threads: Parameters<typeof bench>[1] = []) =>
  bench(['M1: narrow', 'S1: supply-550', 'P1: pump', ...items], threads, [narrowBoard])

test('what is left of ports and of current is counted for the whole machine, and not for one port', () => {
  // The splitter takes three fans, the other header one.
  expect(ask(one(['Y1: splitter-4']), 'fan-140', false)).toEqual({
    most: 4,
    sound: 3,
    isEndless: false,
    isProven: true,
  })
  expect(ask(one([]), 'fan-140', false)).toEqual({ most: 2, sound: 2, isEndless: false, isProven: true })
})

test('what is plugged may have to stay', () => {
  // A lone fan in A and the splitter in B: two more on the splitter; wired anew, one more where the lone fan was.
  const build = one(
    ['Y1: splitter-4', 'F1 F2 F3 F4: fan-140'],
    ['P1.pump > M1.CPU', 'Y1.in > M1.A', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2', 'F3.fan > M1.B'],
  )
  const less = { ...build, items: build.items.filter(({ id }) => id !== 'f4') }
  expect(ask(less, 'fan-140', true)).toEqual({ most: 1, sound: 0, isEndless: false, isProven: true })
  expect(ask(less, 'fan-140', false)?.most).toBe(1)
})

test('a thing with two leads counts only where both find a port', () => {
  // A pump with a screen wants a supply plug and a USB place; this board has none of the latter, the other has four.
  expect(ask(one([]), 'pump-screen', false)?.most).toBe(0)
  expect(ask(bench(['M1: board-middle', 'S1: supply-550', 'P1: pump']), 'pump-screen', false)?.most).toBe(4)
  // The light of a lit fan may stay dark: its motor alone has to find a port.
  expect(ask(one([]), 'fan-120-light', false)?.most).toBe(2)
})

test('more than two dozen are not asked for', () => {
  const hubs = Array.from({ length: 6 }, (_, index) => `H${index + 1}`).join(' ')
  const build = bench(['M1: board-large', 'S1: supply-850', 'P1: pump', `${hubs}: hub-powered-8`])
  expect(ask(build, 'fan-92', false)).toMatchObject({ most: 24, isEndless: true })
})

test('the answer is told in words', () => {
  const room = { most: 4, sound: 3, isEndless: false, isProven: true }
  expect(capacityText({ asWired: { ...room, most: 0, sound: 0 }, anew: room })).toBe(
    'As all is wired: none. Wired anew: 4, 3 of them sound. Whether their leads reach is not asked.',
  )
  const open = { most: 24, sound: 24, isEndless: true, isProven: false }
  expect(capacityText({ asWired: open, anew: open })).toContain(
    'Wired anew: 24 or more, all of them sound (found in the time; more may fit).',
  )
  expect(capacityText({ asWired: undefined, anew: undefined })).toMatch(/^No answer was found/)
})

/** The rules decide: so many more are planned without a stop, and with one more some lead stays loose. */
test.each([
  ['harbour-lantern', 'fan-140'],
  ['paper-kite', 'fan-120'],
])('%s: %s, as many as the model says are planned, and no more', (id, partId) => {
  const build = demoBuild(id)
  const capacity = ask(build, partId, false)!
  expect(capacity.isProven).toBe(true)
  const grown = (count: number): Build => {
    const part = partNamed(partId)
    const parts = build.parts.some((held) => held.id === partId) ? build.parts : [...build.parts, part]
    const items = Array.from({ length: count }, (_, index) => ({
      id: `n${index}`,
      mark: `N${index}`,
      partId,
      stock: 'owned' as const,
    }))
    return { ...build, parts, items: [...build.items, ...items] }
  }
  const planned = (count: number) => propose(solver, derive(grown(count)), 'money', { offers: [], seconds: 15, now })
  const enough = planned(capacity.most)
  expect([neededLoose(enough.plan).length, enough.verdicts.counts.stop]).toEqual([0, 0])
  expect(neededLoose(planned(capacity.most + 1).plan).length).toBeGreaterThan(0)
})
