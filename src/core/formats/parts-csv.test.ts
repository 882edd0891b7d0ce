import { partsOfLine } from '../line/part-of-line'
import { openPartsCsv, writePartsCsv } from './parts-csv'

const read = (text: string, size = text.length) => {
  const reader = openPartsCsv((index) => `p${index}`)
  const parts = []
  for (let from = 0; from < text.length; from += size) parts.push(...reader.push(text.slice(from, from + size)))
  return { parts: [...parts, ...reader.end()], ...reader.found() }
}
const plain = 'kind;name;sizeMm;pinCount;amps;note\r\nfan;One;120;4;0,2;"a ; and ""b"""\r\n\r\nfan;Two;140;4;0,3;\r\n'

describe('a file of plain parts, piece by piece', () => {
  test.each([1, 2, 3, 7, 40, 1000])('pieces of %d letters give what the whole gives', (size) => {
    expect(read(plain, size)).toEqual(read(plain))
    expect(read(plain).parts.map(({ id, name, note }) => [id, name, note])).toEqual([
      ['p1', 'One', 'a ; and "b"'],
      ['p2', 'Two', undefined],
    ])
  })

  test('a fault names the line on which its row begins, whatever stands before it', () => {
    const text = `${plain}fan;Three;140;4;0.3;"two\r\nlines"\r\nfan;Four;140;x;0.3;\r\n`
    for (const size of [1, 5, 1000]) {
      expect(read(text, size).faults).toMatchObject([
        { line: 5, column: 'note' },
        { line: 7, column: 'pinCount' },
      ])
    }
  })

  test('after a fault no more parts are given, and the faults go on', () => {
    const text = 'kind,name,sizeMm,pinCount\nfan,One,wide,4\nfan,Two,120,4\nfan,Three,120,x\n'
    expect(read(text)).toMatchObject({ parts: [], faultCount: 2 })
  })

  test('empty lines without end are refused while they come in', () => {
    const reader = openPartsCsv(() => 'x')
    const piece = '\n'.repeat(65_536)
    reader.push('kind,name\n')
    let pushed = 0
    const pushAll = () => {
      for (; pushed < 1000; pushed += 1) reader.push(piece)
    }
    expect(pushAll).toThrow('At line 400001: the file has more than 400000 lines. Split it.')
    expect(pushed).toBe(6)
  })

  test('a quote that never closes is given up long before the end of the file', () => {
    const reader = openPartsCsv(() => 'x')
    reader.push('kind,name\nfan,"open\n')
    let pushed = 0
    const pushAll = () => {
      for (; pushed < 1000; pushed += 1) reader.push('fan,One\n'.repeat(8192))
    }
    expect(pushAll).toThrow('At line 2: a cell opens with a quote that never closes.')
    expect(pushed).toBeLessThan(10)
    expect(() => read('kind,name\nfan,"open\n')).toThrow('At line 2: a cell opens with a quote that never closes.')
  })

  test.each([
    'fan 120 4-pin 0.2A least 18% no stop 400mm argb ring 12 leds 20mA/led no chain strut side counter-clockwise',
    'fan 120 4-pin 0.2A least 18% zero rpm 2.8 mm h2o 9 blades 400mm',
    'strip argb 60 leds/m 0.5m 20mA/led chain both sides',
    'strip 12V 7.2W 300mm chain round clockwise',
    'hub 5 outlets sata pwm-only 3A',
  ])('%s: comes back from its row as it was', (line) => {
    const { part } = partsOfLine(line, () => 'p1')[0]!.made[0]!
    const { text } = writePartsCsv([part])
    expect(read(text)).toMatchObject({ parts: [part], faultCount: 0 })
  })

  test('words of a column that are none of its own name those', () => {
    const { faults } = read('kind,name,light,ledCount,ledShape,litFaces\nlight,One,5 V,12,star,inside\n')
    expect(faults).toMatchObject([
      { column: 'ledShape', message: '“star” is no shape of LEDs: “ring”, “row”.' },
      { column: 'litFaces', message: '“inside” is no lit face: “open”, “struts”, “both”.' },
    ])
  })

  test('nothing at all, or a line without columns', () => {
    expect(() => read('')).toThrow('The file is empty')
    expect(() => read('\n\n')).toThrow('The file is empty')
    expect(() => read('size\n')).toThrow('Line 1: “size” is no column here.')
  })
})
