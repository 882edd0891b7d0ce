import fc from 'fast-check'
import { demoParts } from '../../../tools/demo/parts'
import { runs } from '../../../tests/support/runs'
import { partFaults } from '../build/integrity'
import { validatePart } from '../formats/generated/validators'
import { FAMILIES, WIRES } from './connectors'
import { cleanPart } from './clean'
import { RELATION_FORMS } from './relation-fields'
import { removePort } from './remove-port'
import type { Part, Relation } from './schema'

const titleOf = (relation: Relation) => RELATION_FORMS[relation.type].title
const faultsOf = (part: Part) => [...partFaults(part, '')].map(({ pointer, message }) => `${pointer} ${message}`)
const isWhole = (part: Part) => validatePart(JSON.parse(JSON.stringify(part)))
const partNamed = (id: string) => demoParts.find((part) => part.id === id)!

test('a header off a board takes its limit and its places along, and says so', () => {
  const board = partNamed('board-middle')
  const { part, went } = removePort(board, 'SYS1', titleOf)
  expect(went).toEqual(['its place in “Supply of its own”', 'its place in “A brain of its own”', '“A limit”'])
  expect(JSON.stringify(part)).not.toContain('"SYS1"')
  expect(faultsOf(part)).toEqual([])
  expect(isWhole(part)).toBe(true)
})

test('a plug that nothing refers to goes alone, and its lead with it', () => {
  const pump = partNamed('pump-tach-only')
  const { part, went } = removePort(pump, 'tach', titleOf)
  expect(went).toEqual(['its place in “A motor”'])
  expect(part.leads?.map(({ id }) => id)).toEqual(['supplyLead'])
})

test('the only feed takes its supply along, and does not leave a source behind', () => {
  const box = partNamed('hand-box')
  const { part } = removePort(box, 'supply', titleOf)
  expect(part.inside.some(({ type }) => type === 'powers')).toBe(false)
})

test('a USB hub without its lead is no board', () => {
  const { part } = removePort(partNamed('usb-hub-3'), 'usb', titleOf)
  expect(part.inside.some(({ type }) => type === 'usb')).toBe(false)
})

/** One step of the editor: a plug taken off, one more like the last, its wires or family changed, a relation taken out. */
function step(part: Part, kind: number, pick: number): Part {
  const port = part.ports[pick % Math.max(1, part.ports.length)]
  switch (kind % 4) {
    case 0:
      return port === undefined ? part : removePort(part, port.id, titleOf).part
    case 1: {
      const last = part.ports.at(-1)
      return last === undefined
        ? part
        : { ...part, ports: [...part.ports, { ...last, id: `more${part.ports.length}x${pick % 1000}` }] }
    }
    case 2: {
      const family = FAMILIES[pick % FAMILIES.length]!
      const wires = WIRES.filter((_wire, index) => index % 2 === pick % 2)
      const changed = { ...port!, connector: { family, end: 'pins' as const }, wires }
      return port === undefined
        ? part
        : { ...part, ports: part.ports.map((other) => (other === port ? changed : other)) }
    }
    default:
      return {
        ...part,
        inside: part.inside.filter((_relation, index) => index !== pick % Math.max(1, part.inside.length)),
      }
  }
}

test('after any steps of the editor a part is whole, or its fault has a place where it can be mended', () => {
  let sequences = 0
  fc.assert(
    fc.property(
      fc.constantFrom(...demoParts),
      fc.array(fc.tuple(fc.nat(3), fc.nat(10_000)), { minLength: 1, maxLength: 12 }),
      (start, steps) => {
        const part = cleanPart(steps.reduce((rest, [kind, pick]) => step(rest, kind, pick), start))
        expect(isWhole(part)).toBe(true)
        const faults = faultsOf(part)
        // Only other wires on a plug can leave something said of a wire that is not there any more; it is named there.
        expect(faults.filter((fault) => !/^\/inside\/\d+\/(feeds|from|to)/.test(fault))).toEqual([])
        if (!steps.some(([kind]) => kind % 4 === 2)) expect(faults).toEqual([])
        sequences += 1
      },
    ),
    runs(400),
  )
  expect(sequences).toBeGreaterThanOrEqual(400)
})
