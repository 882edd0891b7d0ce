import { openPartsCsv } from './parts-csv'

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

  test('nothing at all, or a line without columns', () => {
    expect(() => read('')).toThrow('The file is empty')
    expect(() => read('\n\n')).toThrow('The file is empty')
    expect(() => read('size\n')).toThrow('Line 1: “size” is no column here.')
  })
})
