import { keepBench, keptBench, type Bench } from './bench-keep'

/** A browser's store, or one that has no room. */
function storeOf(held: Record<string, string>, isFull = false): void {
  Object.defineProperty(globalThis, 'localStorage', {
    configurable: true,
    value: {
      getItem: (key: string) => held[key] ?? null,
      setItem: (key: string, value: string) => {
        if (isFull) throw new Error('QuotaExceededError')
        held[key] = value
      },
    },
  })
}
afterEach(() => Reflect.deleteProperty(globalThis, 'localStorage'))

const bench: Bench = {
  seen: new Map([['fan f1.fan', 'stands']]),
  found: new Map([['plug t1', 'fine']]),
  skipped: new Set(['plug t2']),
  ruledOut: new Set(['f1.fan:plugLoose']),
  known: new Map([
    ['fan1', 'reading m1.SYS1'],
    ['fan2', null],
  ]),
  done: [{ at: '2026-11-30T08:00:00.000Z', text: 'The plug of F1 is not seated.' }],
}

test('what is kept comes back, build by build', () => {
  storeOf({})
  keepBench('one', bench)
  expect(keptBench('one')).toEqual(bench)
  expect(keptBench('other')).toBeUndefined()
})

test.each(['{"seen": ', '7', 'null', '[]'])('%s is nothing kept', (text) => {
  storeOf({ 'gentle-loom bench one': text })
  expect(keptBench('one')?.seen.size ?? 0).toBe(0)
})

test('what was changed there by hand is left out, entry by entry', () => {
  const held = {
    seen: [['a', 'stands'], ['b', 'wobbles'], 'c', ['d']],
    found: [['plug t1', 3]],
    skipped: ['plug t2', 4],
    known: [
      ['fan1', false],
      ['fan2', null],
    ],
    done: [{ at: 'soon', text: 'x' }, { at: '2026-11-30T08:00:00Z', text: 'y' }, null],
  }
  storeOf({ 'gentle-loom bench one': JSON.stringify(held) })
  expect(keptBench('one')).toEqual({
    seen: new Map([['a', 'stands']]),
    found: new Map(),
    skipped: new Set(['plug t2']),
    ruledOut: new Set(),
    known: new Map([['fan2', null]]),
    done: [{ at: '2026-11-30T08:00:00Z', text: 'y' }],
  })
})

test('a browser without room, or without a store, keeps nothing and breaks nothing', () => {
  storeOf({}, true)
  keepBench('one', bench)
  expect(keptBench('one')).toBeUndefined()
  Reflect.deleteProperty(globalThis, 'localStorage')
  expect(keptBench('one')).toBeUndefined()
})
