import fc from 'fast-check'
import { TYPED_LINES } from '../../../tests/lines/lines'
import { asPart } from '../formats/validate'
import { lexLine } from '../parts/line/lex'
import { partsOfLine } from './part-of-line'
import { KNOWN_WORDS } from '../parts/line/words'

const read = (line: string) => partsOfLine(line, (index) => `part-${index}`)
const only = (line: string) => {
  const [result] = read(line)
  if (result?.made.length !== 1) throw new Error(`“${line}” made nothing: ${result?.faults[0]?.message}`)
  return result.made[0]!.part
}
const motorOf = (line: string) => only(line).inside.find((relation) => relation.type === 'motor')
const lightOf = (line: string) => only(line).inside.find((relation) => relation.type === 'light')

describe('the table of typed lines', () => {
  test.each(TYPED_LINES.map((entry) => [entry.line, entry] as const))('%s', (line, { became, assumed, refused }) => {
    const results = read(line)
    expect(results.flatMap(({ made }) => made.map(({ count, part }) => `${count} × ${part.name}`))).toEqual(
      became ?? [],
    )
    expect([...new Set(results.flatMap((result) => result.assumed))]).toEqual(assumed ?? [])
    expect(
      results.flatMap(({ faults }) => faults.map(({ from, to, message }) => [line.slice(from, to), message])),
    ).toEqual(refused ?? [])
  })

  test('holds at least forty lines, ten of them bad', () => {
    expect(TYPED_LINES.length).toBeGreaterThanOrEqual(40)
    expect(TYPED_LINES.filter(({ refused }) => refused !== undefined).length).toBeGreaterThanOrEqual(10)
  })

  test('every part made is sound by the schema', () => {
    for (const { line } of TYPED_LINES) for (const { made } of read(line)) for (const { part } of made) asPart(part)
  })
})

describe('figures of a line', () => {
  test('watts stay watts and milliamps become amps', () => {
    expect(motorOf('fan 120 2.16W')).toMatchObject({ ratedWatts: { value: 2.16, origin: 'label' } })
    expect(motorOf('fan 120 180mA')).toMatchObject({ ratedAmps: { value: 0.18 } })
  })

  test('centimetres and inches become millimetres; cubic feet a minute cubic metres an hour', () => {
    expect(only('fan 120 40cm').leads?.[0]).toMatchObject({ lengthMm: { value: 400 } })
    expect(only('fan 120 20"').leads?.[0]).toMatchObject({ lengthMm: { value: 508 } })
    // 60 ft³/min × 0.3048³ m³/ft³ × 60 min/h = 101.9 m³/h.
    expect(motorOf('fan 120 60 cfm')).toMatchObject({ flowM3PerH: { value: 101.9 } })
  })

  test('what a radiator and a panel hold back, and what a preset allows, are kept with their flow, in Pa and m3/h', () => {
    const [cooler] = read('240 aio holds back 12 Pa at 100 m3/h, no fans')[0]!.made
    expect(cooler!.part.mechanical).toMatchObject({ dropPa: { value: 12 }, dropFlowM3PerH: { value: 100 } })
    const { panels } = only('mid tower, front 8 Pa at 100 m3/h, roof 0.5 mm h2o at 60 cfm')
    // 0.5 mm of water × 9.80665 Pa/mm = 4.90 Pa; 60 ft³/min = 101.94 m³/h.
    expect(panels!.map(({ side, dropPa, dropFlowM3PerH }) => [side, dropPa?.value, dropFlowM3PerH?.value])).toEqual([
      ['front', 8, 100],
      ['top', 4.9, 101.94],
      ['back', undefined, undefined],
    ])
    expect(only('controller 4 fan outlets 1A, usb, sata, own preset up to 1500 rpm').inside).toContainEqual(
      expect.objectContaining({
        type: 'drives',
        signal: 'speed',
        presetMostRpm: expect.objectContaining({ value: 1500 }) as unknown,
      }),
    )
  })

  test('how LEDs sit: ring or row, from which face, which way round', () => {
    expect(lightOf('fan 120 argb ring 12 leds strut side counter-clockwise')).toMatchObject({
      shape: 'ring',
      litFaces: 'struts',
      isClockwise: false,
    })
    expect(lightOf('light ring 16 leds argb both sides clockwise')).toMatchObject({
      shape: 'ring',
      litFaces: 'both',
      isClockwise: true,
    })
    const row = lightOf('strip argb 30 leds row of 50 cm lead 300mm')
    expect(row).toMatchObject({ shape: 'line', shapeMm: { value: 500 } })
    expect(only('strip argb 30 leds row of 50 cm lead 300mm').leads?.[0]).toMatchObject({ lengthMm: { value: 300 } })
    // LEDs a metre are told of the row itself: 60 a metre on 0.5 m are 30.
    expect(lightOf('strip argb 60 leds/m 0.5 m')).toMatchObject({
      shape: 'line',
      shapeMm: { value: 500 },
      addressedLedCount: { value: 30 },
    })
    expect(lightOf('strip 12V 7.2W round')).toMatchObject({ shape: 'ring', control: 'oneColour' })
  })

  test('a length of a known frame is the size first and the lead then, unless it is called the lead', () => {
    expect(only('fan 140mm 120mm')).toMatchObject({
      mechanical: { sizeMm: { value: 140 } },
      leads: [{ lengthMm: { value: 120 } }],
    })
    expect(only('fan lead 120mm 140mm')).toMatchObject({
      mechanical: { sizeMm: { value: 140 } },
    })
  })

  test('LEDs lit and LEDs addressed are two numbers', () => {
    expect(lightOf('fan 120, argb 8 leds 16 lit')).toMatchObject({
      addressedLedCount: { value: 8 },
      litLedCount: { value: 16 },
    })
  })

  test('an unsaid figure is left out, never zero', () => {
    const motor = motorOf('fan 120')!
    expect(motor).not.toHaveProperty('ratedAmps')
    expect(motor).not.toHaveProperty('ratedWatts')
    expect(only('fan 120').leads?.[0]).not.toHaveProperty('lengthMm')
  })

  test('a light passes on to a next one only where the line says so', () => {
    expect(lightOf('strip argb 10 leds')).not.toHaveProperty('output')
    expect(lightOf('strip argb 10 leds chain')).toMatchObject({ output: 'lightOut' })
    expect(only('strip 12V 5W').ports).toHaveLength(1)
  })

  test('whether a powered hub rules 3-pin fans stays unknown until it is said', () => {
    const passes = (line: string) => only(line).inside.find((relation) => relation.type === 'repeats')
    expect(passes('hub 4 outlets sata')).toMatchObject({ passes: 'unknown' })
    expect(passes('hub 4 outlets sata dc')).toMatchObject({ passes: 'both' })
  })
})

describe('any text', () => {
  const anyLine = fc.oneof(
    fc.string({ maxLength: 60 }),
    fc
      .array(
        fc.oneof(
          fc.constantFrom(...KNOWN_WORDS),
          fc.constantFrom('3', '120', '0.3A', '0,25 A', '500mm', '18 leds', '4-pin', ',', ';', '5V', '12V', 'x', '×'),
        ),
        { maxLength: 10 },
      )
      .map((words) => words.join(' ')),
  )

  test('is read without a fall, each piece at its place, and makes sound parts or says why not', () => {
    fc.assert(
      fc.property(anyLine, (line) => {
        for (const token of lexLine(line)) expect(line.slice(token.from, token.to)).toBe(token.text)
        for (const { made, faults } of read(line)) {
          expect(made.length === 0).toBe(faults.length > 0)
          for (const { part } of made) asPart(part)
          for (const { from, to, message } of faults) {
            expect(from).toBeLessThanOrEqual(to)
            expect(to).toBeLessThanOrEqual(line.length)
            expect(message).toMatch(/[.?]$/)
          }
        }
      }),
      { numRuns: 400 },
    )
  })
})
