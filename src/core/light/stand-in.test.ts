import { standInsFor } from './stand-in'

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
