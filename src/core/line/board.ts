import type { Token } from '../parts/line/lex'
import { laidOut, makeBoard, type FanHeader, type LightHeader } from '../parts/make'
import { BOARD_PLANS } from '../templates/boards'
import { BOARD_SIZES, type BoardSize } from '../templates/choices'
import { USUAL_FAN_HEADER_AMPS, USUAL_LIGHT_HEADER_AMPS, USUAL_PUMP_HEADER_AMPS } from '../templates/usual'
import { formatAmps } from '../units/format'
import { stated } from '../units/stated'
import { resultOf, type LineResult, type NewId } from './made'
import { readRows, type Grammar, type Row, type RowWord } from './rows'

type Kind = 'fan' | 'cpu' | 'pump' | 'light5V' | 'light12V' | 'light' | 'usb'
type Fact = BoardSize | 'usual'
type Word = RowWord<Kind, Fact>

const rowWords = (kind: Kind, ...words: readonly string[]) =>
  words.map((word): [string, Word] => [word, { is: 'row', kind }])
const whole = (fact: Fact, meaning: string, ...words: readonly string[]) =>
  words.map((word): [string, Word] => [word, { is: 'whole', fact, meaning }])

const GRAMMAR: Grammar<Kind, Fact> = {
  name: 'board',
  usual: 'fan',
  kindWords: {
    fan: 'headers for case fans',
    cpu: 'headers for the fan of the processor',
    pump: 'headers for a pump',
    light5V: 'headers for lights of 5 V, each LED by itself',
    light12V: 'headers for lights of 12 V, one colour',
    light: 'headers for lights',
    usb: 'internal USB headers',
  },
  words: new Map<string, Word>([
    ...rowWords('fan', 'fan', 'case fan', 'chassis fan', 'system fan', 'sys fan', 'sys', 'chassis', 'fan header'),
    ...rowWords('cpu', 'cpu', 'cpu fan', 'processor', 'processor fan'),
    ...rowWords('pump', 'pump', 'pump fan', 'water pump', 'aio pump'),
    ...rowWords('light5V', 'argb', 'addressable', 'argb light', 'argb led', 'digital'),
    ...rowWords('light12V', 'one-colour', 'one colour'),
    ...rowWords('light', 'rgb', 'light', 'led', 'rgb led', 'rgb light'),
    ...rowWords('usb', 'usb', 'usb2', 'internal usb'),
    ['pwm', { is: 'mode', mode: 'pwm' }],
    ['dc', { is: 'mode', mode: 'dc' }],
    ['volts', { is: 'mode', mode: 'dc' }],
    ...whole('small', 'a small board, 170 by 170 mm', 'itx', 'mini-itx', 'mini itx', 'small'),
    ...whole('middle', 'a middle board, 244 by 244 mm', 'matx', 'micro-atx', 'micro atx', 'middle'),
    ...whole('large', 'a large board, 305 by 244 mm', 'atx', 'large'),
    ...whole('usual', 'amps as most boards give them', 'usual', 'as usual', 'usual amps', 'typical'),
    ...['board', 'motherboard', 'mainboard'].map((word): [string, Word] => [word, { is: 'thing' }]),
    ...[
      'header',
      'a',
      'an',
      'the',
      'of',
      'at',
      'each',
      'max',
      'most',
      'internal',
      'plug',
      'pin',
      'only',
      'new',
      'my',
    ].map((word): [string, Word] => [word, { is: 'filler' }]),
  ]),
}

const LIGHT_PINS: Readonly<Record<number, Kind>> = { 3: 'light5V', 4: 'light12V' }

/** The kind of a row, lights told apart by their volts or pins; undefined where that is open. */
function kindOf({ kind, volts, pinCount }: Row<Kind>): Kind | undefined {
  if (kind !== 'light' && kind !== undefined) return kind
  if (volts !== undefined) return volts === 5 ? 'light5V' : 'light12V'
  return kind === 'light' ? LIGHT_PINS[pinCount ?? 0] : kind
}

/** What is wrong with a row by itself. */
function rowFault(row: Row<Kind>): string | undefined {
  const kind = kindOf(row)
  const { volts } = row
  if (row.kind === 'light' && kind === undefined)
    return 'Say whether these light headers take 5 V (three pins, “argb”) or 12 V (four pins, “rgb 12v”): the two must never be mixed up.'
  if (kind === undefined) return 'Say what kind these are: fan, cpu, pump, argb, rgb 12v or usb2 headers.'
  if (kind === 'light5V' && volts === 12)
    return 'Headers of which each LED is set by itself give 5 V, not 12 V: read the manual again, since 12 V destroys such lights.'
  if (kind === 'light12V' && volts === 5) return 'Headers of one colour give 12 V: read the manual again.'
  return undefined
}

const countOf = ({ kind, count, plugCount }: Row<Kind>) => count ?? (kind === 'usb' ? undefined : plugCount) ?? 1

/** Every header of a kind by itself. */
const each = (rows: readonly Row<Kind>[], kind: Kind) =>
  rows.filter((row) => kindOf(row) === kind).flatMap((row) => Array.from({ length: countOf(row) }, () => row))

/** Headers of one role, named as boards print them: the number is left out where there is one. */
function fanHeaders(all: readonly Row<Kind>[], role: FanHeader['role'], usualAmps: number | undefined) {
  const print = role === 'case' ? 'SYS' : role.toUpperCase()
  return all.map(({ amps, modes }, index): FanHeader => ({
    name: all.length === 1 && role !== 'case' ? print : `${print}${index + 1}`,
    role,
    ...stated({ mostAmps: amps ?? usualAmps }),
    ...(modes.length === 0 ? {} : { modes: [...new Set(modes)] }),
  }))
}

function lightHeaders(all: readonly Row<Kind>[], rail: LightHeader['rail'], usualAmps: number | undefined) {
  return all.map(({ amps }, index): LightHeader => ({
    name: `LED${rail.toUpperCase()}${index === 0 ? '' : ` ${index + 1}`}`,
    rail,
    ...stated({ mostAmps: amps ?? usualAmps }),
  }))
}

/** Of fan headers that are counted together the first is that of the processor. */
function withCpu(cpu: readonly FanHeader[], cases: readonly FanHeader[]): readonly FanHeader[] {
  const [first, ...others] = cases
  if (cpu.length > 0 || first === undefined) return [...cpu, ...cases]
  return [
    { ...first, name: 'CPU', role: 'cpu' },
    ...others.map((header, index) => ({ ...header, name: `SYS${index + 1}` })),
  ]
}

/** All headers of a board. */
interface Headers {
  readonly fans: readonly FanHeader[]
  readonly lights: readonly LightHeader[]
  readonly usbCount: number
  /** Whether it is said which is that of the processor. */
  readonly isCpuSaid: boolean
}

function headersOf(rows: readonly Row<Kind>[], isUsual: boolean): Headers {
  const usual = (amps: number) => (isUsual ? amps : undefined)
  const cpu = fanHeaders(each(rows, 'cpu'), 'cpu', usual(USUAL_FAN_HEADER_AMPS))
  const cases = fanHeaders(each(rows, 'fan'), 'case', usual(USUAL_FAN_HEADER_AMPS))
  return {
    fans: [...withCpu(cpu, cases), ...fanHeaders(each(rows, 'pump'), 'pump', usual(USUAL_PUMP_HEADER_AMPS))],
    lights: [
      ...lightHeaders(each(rows, 'light5V'), '5v', usual(USUAL_LIGHT_HEADER_AMPS)),
      ...lightHeaders(each(rows, 'light12V'), '12v', usual(USUAL_LIGHT_HEADER_AMPS)),
    ],
    usbCount: each(rows, 'usb').length,
    isCpuSaid: cpu.length > 0 || cases.length === 0,
  }
}

const plural = (count: number, word: string) => `${count} ${word} header${count === 1 ? '' : 's'}`

function nameOf({ fans, lights, usbCount }: Headers): string {
  const amps = [...new Set(fans.map(({ mostAmps }) => mostAmps))]
  const ofAmps = amps.length === 1 && amps[0] !== undefined ? ` of ${formatAmps(amps[0])} A` : ''
  return [
    `Board, ${plural(fans.length, 'fan')}${ofAmps}`,
    ...(lights.length === 0 ? [] : [plural(lights.length, 'light')]),
    ...(usbCount === 0 ? [] : [plural(usbCount, 'USB')]),
  ].join(', ')
}

function assumedOf({ fans, lights, isCpuSaid }: Headers, size: BoardSize | undefined, isUsual: boolean) {
  const openCount = (headers: readonly { readonly mostAmps?: number }[]) =>
    headers.filter(({ mostAmps }) => mostAmps === undefined).length
  const open = (count: number, word: string) =>
    count > 0 && `no amps of ${plural(count, word)}: they stay unknown until you read the manual`
  return [
    !isCpuSaid && 'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
    fans.some(({ modes }) => modes === undefined) &&
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
    open(openCount(fans), 'fan'),
    open(openCount(lights), 'light'),
    isUsual && 'amps as most boards give them: they find faults, but clear no limit until you read the manual',
    size === undefined
      ? 'no size: where its headers are stays unknown; say “atx”, “micro-atx” or “itx”'
      : 'headers where boards of this size have them as a rule',
  ]
}

const NO_HEADERS = 'Say what headers the board has: “4 fan headers 1A, 2 argb, 1 rgb 12v, 2 usb2”.'

/** A board by its headers: “board 4 fan headers 1A, 2 argb, 1 rgb 12v, 2 usb2”. */
export function boardOfLine(tokens: readonly Token[], end: number, newId: NewId): LineResult {
  const { rows: read, facts, price, spans, faults } = readRows(tokens, GRAMMAR)
  const rows = read.filter(({ kind, count, volts }) => kind !== undefined || count !== undefined || volts !== undefined)
  const wrong = rows.flatMap((row) => {
    const message = rowFault(row)
    return message === undefined ? [] : [{ from: row.from, to: row.to, message }]
  })
  const isUsual = facts.has('usual')
  const size = BOARD_SIZES.find((known) => facts.has(known))
  const headers = headersOf(rows, isUsual)
  return resultOf({
    spans,
    faults: [...faults, ...wrong, ...(rows.length === 0 ? [{ from: end, to: end, message: NO_HEADERS }] : [])],
    assumed: assumedOf(headers, size, isUsual),
    make: () => {
      const part = makeBoard({
        id: newId(),
        name: nameOf(headers),
        ...price,
        ...(isUsual ? { origin: 'template' as const } : {}),
        fanHeaders: headers.fans,
        lightHeaders: headers.lights,
        usbHeaderCount: headers.usbCount,
      })
      return [{ count: 1, part: size === undefined ? part : laidOut(part, BOARD_PLANS[size], 'template') }]
    },
  })
}
