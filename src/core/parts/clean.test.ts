import { demoParts } from '../../../tools/demo/parts'
import { TEMPLATE_PARTS } from '../templates/parts'
import { asPart } from '../formats/validate'
import { cleanPart } from './clean'
import { readFigure } from './line/figure-text'

describe('a part out of a form', () => {
  test('a whole part comes through as it is', () => {
    for (const part of [...demoParts, ...TEMPLATE_PARTS]) {
      expect(cleanPart(part)).toEqual(part)
      asPart(part)
    }
  })

  test('what was left open is not there at all, but lists that must be there stay', () => {
    const form = {
      id: 'x',
      name: ' Fan ',
      maker: '',
      ports: [],
      inside: [{ type: 'usb', up: undefined, down: [], drawMilliamps: null }],
      leads: [{ id: 'l', lengthMm: undefined }],
      mechanical: { sizeMm: undefined },
      price: { cents: Number.NaN },
    }
    expect(cleanPart(form)).toEqual({
      id: 'x',
      name: 'Fan',
      ports: [],
      inside: [{ type: 'usb', down: [] }],
      leads: [{ id: 'l' }],
    })
  })

  test('“no” is an answer, and stays', () => {
    const form = { inside: [{ type: 'drives', together: false, needsProgram: false, waitsForTach: undefined }] }
    expect(cleanPart(form)).toEqual({ inside: [{ type: 'drives', together: false, needsProgram: false }] })
  })
})

describe('a figure in a field', () => {
  test.each([
    ['0.3', 'A', 0.3],
    ['0,25', 'A', 0.25],
    ['300 mA', 'A', 0.3],
    ['0.09A', 'mA', 90],
    ['20"', 'mm', 508],
    ['40 cm', 'mm', 400],
    ['18 leds', 'LEDs', 18],
    ['60 cfm', 'm³/h', 101.940648],
    // A millimetre of water is 9.80665 Pa, by standard gravity.
    ['2 mm h2o', 'Pa', 19.6133],
    ['26 dBA', 'dB(A)', 26],
    ['20 %', '%', 20],
    ['1200', 'rpm', 1200],
    ['0', 'A', 0],
  ])('%s in %s', (text, unit, value) => {
    expect(readFigure(text, unit)).toEqual({ state: 'read', value })
  })

  test.each(['', '  ', '?'])('“%s” is unknown', (text) => {
    expect(readFigure(text, 'A')).toEqual({ state: 'empty' })
  })

  test.each([
    ['lots', 'A'],
    ['3 x', 'A'],
    ['5 V', 'A'],
    ['-3', 'A'],
    ['1 2', 'A'],
  ])('%s is no figure in %s', (text, unit) => {
    expect(readFigure(text, unit)).toMatchObject({ state: 'fault', message: expect.stringContaining(`“${text}”`) })
  })

  test('a lead of 0 or 10,000 mm is refused with what can be right', () => {
    expect(readFigure('0', 'mm', 'lengthMm')).toMatchObject({
      state: 'fault',
      message: expect.stringContaining('10 to 3000 mm'),
    })
    expect(readFigure('10000', 'mm', 'lengthMm')).toMatchObject({ state: 'fault' })
  })
})
