import { airBalance, flowOf, pushOrPull, type Breath, type Facing } from './flow'

describe('which way the air goes', () => {
  // Common practice, no source: air leaves by the struts; reverse blades swap the faces; a printed arrow is trusted.
  const table: readonly (readonly [Facing['inwardFace'], Facing['blades'], Facing['arrow'], string])[] = [
    ['struts', 'standard', undefined, 'in faces'],
    ['open', 'standard', undefined, 'out faces'],
    ['struts', 'reverse', undefined, 'out faces'],
    ['open', 'reverse', undefined, 'in faces'],
    ['struts', undefined, undefined, 'in assumed'],
    ['open', undefined, undefined, 'out assumed'],
    [undefined, 'standard', undefined, 'unknown nothing'],
    [undefined, 'reverse', undefined, 'unknown nothing'],
    [undefined, undefined, undefined, 'unknown nothing'],
    ...(['struts', 'open', undefined] as const).flatMap((face) =>
      (['standard', 'reverse', undefined] as const).flatMap((blades) =>
        (['in', 'out'] as const).map((arrow) => [face, blades, arrow, `${arrow} arrow`] as const),
      ),
    ),
  ]

  test('the table holds every case once', () => {
    expect(new Set(table.map(([face, blades, arrow]) => `${face} ${blades} ${arrow}`)).size).toBe(3 * 3 * 3)
    expect(table).toHaveLength(27)
  })

  test.each(table)('%s inside, %s blades, arrow %s: %s', (inwardFace, blades, arrow, wanted) => {
    const { direction, by } = flowOf({ inwardFace, blades, arrow })
    expect(`${direction} ${by}`).toBe(wanted)
  })

  test.each([
    ['out', 'inner', 'push'],
    ['in', 'inner', 'pull'],
    ['in', 'outer', 'push'],
    ['out', 'outer', 'pull'],
  ] as const)('air %s, fan on the %s side of the radiator: %s', (direction, side, wanted) => {
    expect(pushOrPull(direction, side)).toBe(wanted)
  })
})

describe('air in against air out', () => {
  const breath = (
    direction: Breath['direction'],
    flowM3PerH: number | undefined,
    change: Partial<Breath> = {},
  ): Breath => ({
    direction,
    flowM3PerH,
    speedShare: 1,
    restriction: 1,
    ...change,
  })

  test.each([
    ['nothing', [], 'none'],
    ['100 against 100', [breath('in', 100), breath('out', 100)], 'even'],
    ['100 against 85: within 15 %', [breath('in', 100), breath('out', 85)], 'even'],
    ['100 against 84', [breath('in', 100), breath('out', 84)], 'over'],
    ['84 against 100', [breath('in', 84), breath('out', 100)], 'under'],
    ['in alone', [breath('in', 50)], 'over'],
    ['one of them unknown', [breath('in', 50), breath('out', undefined)], 'open'],
  ] as const)('%s: %s', (_what, breaths, verdict) => {
    expect(airBalance(breaths).verdict).toBe(verdict)
  })

  test('flow goes with speed, and a filter leaves a part of it', () => {
    expect(airBalance([breath('in', 100, { speedShare: 0.5, restriction: 0.8 }), breath('out', 40)])).toEqual({
      inM3PerH: 40,
      outM3PerH: 40,
      unknownCount: 0,
      verdict: 'even',
    })
  })
})
