import { partNamed } from '../../../tests/support/bench'
import { compareLightKinds, meetsWishes, type LightWishes } from './kinds'

const parts = ['board-middle', 'hand-box', 'box-garland', 'strip-5v-30', 'strip-12v', 'fan-140'].map(partNamed)
const wishes = (change: Partial<LightWishes> = {}): LightWishes => ({
  lightCount: 2,
  isWithoutProgram: false,
  isEachLed: false,
  first: 'leastMoney',
  ...change,
})
const kinds = (change?: Partial<LightWishes>, of = parts) =>
  compareLightKinds(of, wishes(change)).map(({ kind }) => kind)

describe('which kind of light', () => {
  test('each kind that the parts allow, once; a box on a link takes none of these lights', () => {
    expect(kinds().toSorted()).toEqual(['boardHeader', 'fixed', 'handBox'])
    expect(kinds({}, [])).toEqual([])
  })

  test('least money, fewest cables', () => {
    // 2 × 7.90 for strips of one colour, 2 × 14.90 for addressable ones, and 19.90 for the box.
    expect(compareLightKinds(parts, wishes()).map(({ cents }) => cents)).toEqual([1580, 2980, 4970])
    expect(compareLightKinds(parts, wishes({ first: 'fewestCables' })).map(({ cableCount }) => cableCount)).toEqual([
      2, 2, 3,
    ])
  })

  test('each LED by itself: neither a strip of one colour nor a box that shows one thing everywhere', () => {
    expect(kinds({ isEachLed: true })[0]).toBe('boardHeader')
    const [, ...others] = compareLightKinds(parts, wishes({ isEachLed: true }))
    expect(others.every((way) => !meetsWishes(way, wishes({ isEachLed: true })))).toBe(true)
  })

  test('a part that does not say whether it needs a program never meets the wish for none', () => {
    const ways = compareLightKinds(parts, wishes({ isWithoutProgram: true }))
    expect(ways[0]?.kind).toBe('fixed')
    const board = ways.find(({ kind }) => kind === 'boardHeader')!
    expect(board.needsProgram).toBeUndefined()
    expect(meetsWishes(board, wishes({ isWithoutProgram: true }))).toBe(false)
  })

  test('lights that pass nothing on take an outlet each, and as many boxes as that needs', () => {
    const strip = partNamed('strip-5v-30')
    const lone = {
      ...strip,
      inside: strip.inside.map((relation) => {
        if (relation.type !== 'light') return relation
        const { output: _output, ...rest } = relation
        return rest
      }),
    }
    const ways = compareLightKinds([lone, partNamed('hand-box'), partNamed('board-middle')], wishes({ lightCount: 6 }))
    expect(ways).toHaveLength(1)
    expect(ways[0]).toMatchObject({ kind: 'handBox', boxCount: 2, cableCount: 8, cents: 6 * 1490 + 2 * 1990 })
  })

  test('an unknown price is unknown, and stands last where money counts', () => {
    const { price: _price, ...unpriced } = partNamed('strip-12v')
    const ways = compareLightKinds([...parts.filter(({ id }) => id !== 'strip-12v'), unpriced], wishes())
    expect(ways.at(-1)).toMatchObject({ kind: 'fixed', cents: undefined })
  })
})
