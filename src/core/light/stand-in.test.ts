import fc from 'fast-check'
import { bestRowOfModels, standInsFor } from './stand-in'

const model = (name: string, ledCount: number) => ({ name, ledCount })
const wide = { unitCount: 6, ledCount: 200 }

describe('stand-in models', () => {
  // Worked examples of the trade: common practice, no source.
  test('60 LEDs are 6 units of 10, 80 are 5 of 16, and 3 of 16 leave 12 of 60 dark', () => {
    expect(standInsFor(60, [model('ten', 10)], wide)[0]).toMatchObject({ unitCount: 6, darkCount: 0, spillCount: 0 })
    expect(standInsFor(80, [model('sixteen', 16)], wide)[0]).toMatchObject({ unitCount: 5, declaredCount: 80 })
    expect(standInsFor(60, [model('sixteen', 16)], { unitCount: 3, ledCount: 200 })[0]).toMatchObject({
      unitCount: 3,
      declaredCount: 48,
      darkCount: 12,
    })
  })

  test('exact first, then the smallest overshoot, then dark tails', () => {
    const models = [model('eight', 8), model('twelve', 12), model('seven', 7), model('huge', 64)]
    expect(standInsFor(24, models, wide).map(({ model: { name } }) => name)).toEqual([
      'twelve',
      'eight',
      'seven',
      'huge',
    ])
    expect(standInsFor(24, [model('four', 4)], { unitCount: 3, ledCount: 200 })[0]).toMatchObject({ darkCount: 12 })
  })

  test("a model longer than the channel's most LEDs is no answer", () => {
    expect(standInsFor(24, [model('huge', 64)], { unitCount: 6, ledCount: 60 })).toEqual([])
    expect(standInsFor(24, [model('none', 0)], wide)).toEqual([])
  })
})

describe('rows of models', () => {
  test('two of sixteen and two of eight for 48 where three of one kind are the most', () => {
    const models = [model('eight', 8), model('sixteen', 16)]
    expect(bestRowOfModels(48, models, { unitCount: 3, ledCount: 200 })).toEqual({
      rows: [{ model: model('sixteen', 16), unitCount: 3 }],
      unitCount: 3,
      declaredCount: 48,
      darkCount: 0,
      spillCount: 0,
    })
    expect(bestRowOfModels(40, models, wide)!.rows.map(({ unitCount }) => unitCount)).toEqual([2, 1])
    expect(bestRowOfModels(40, [], wide)).toBeUndefined()
    expect(bestRowOfModels(40, [model('none', 0)], wide)).toBeUndefined()
    expect(bestRowOfModels(40, models, { unitCount: 0, ledCount: 200 })).toBeUndefined()
  })

  /** Every choice of so many units of each model. */
  const choices = (models: readonly { ledCount: number }[], units: number): readonly (readonly number[])[] =>
    models.length === 0
      ? [[]]
      : Array.from({ length: units + 1 }, (_, count) => count).flatMap((count) =>
          choices(models.slice(1), units - count).map((rest) => [count, ...rest]),
        )

  test('as brute force: what covers goes first, then least spill or dark, then fewest units', () => {
    const sizes = fc.uniqueArray(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 4 })
    const most = fc.record({ unitCount: fc.integer({ min: 1, max: 6 }), ledCount: fc.integer({ min: 10, max: 120 }) })
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 90 }), sizes, most, (ledCount, ledCounts, allowed) => {
        const models = ledCounts.map((count) => model(`m${count}`, count))
        const tried = choices(models, allowed.unitCount)
          .map((counts) => ({
            units: counts.reduce((sum, count) => sum + count, 0),
            declared: counts.reduce((sum, count, index) => sum + count * models[index]!.ledCount, 0),
          }))
          .filter(({ units, declared }) => units > 0 && declared <= allowed.ledCount)
          .map(({ units, declared }) => [declared < ledCount ? 1 : 0, Math.abs(declared - ledCount), units] as const)
          .toSorted((a, b) => a[0] - b[0] || a[1] - b[1] || a[2] - b[2])
        const found = bestRowOfModels(ledCount, models, allowed)
        const told = found && [found.darkCount > 0 ? 1 : 0, found.darkCount + found.spillCount, found.unitCount]
        expect(told).toEqual(tried[0])
      }),
      { numRuns: 300 },
    )
  })
})
