import type { Token } from '../parts/line/lex'
import { laidOut, makeBoard, type FanHeader, type LightHeader } from '../parts/make'
import { BOARD_PLANS } from '../templates/boards'
import type { BoardSize } from '../templates/choices'
import { formatAmps } from '../units/format'
import { resultOf, type LineResult, type NewId } from './made'
import { readRows, type Grammar, type Row, type RowWord } from './rows'

type Kind = 'fan' | 'cpu' | 'pump' | 'light5V' | 'light12V' | 'light' | 'usb'
type Word = RowWord<Kind, BoardSize>

const row = (kind: Kind, ...words: readonly string[]) =>
  words.map((word): [string, Word] => [word, { is: 'row', kind }])
const size = (fact: BoardSize, meaning: string, ...words: readonly string[]) =>
  words.map((word): [string, Word] => [word, { is: 'whole', fact, meaning }])

const GRAMMAR: Grammar<Kind, BoardSize> = {
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
    ...row('fan', 'fan', 'case fan', 'chassis fan', 'system fan', 'sys fan', 'sys', 'chassis', 'fan header'),
    ...row('cpu', 'cpu', 'cpu fan', 'processor', 'processor fan'),
    ...row('pump', 'pump', 'pump fan', 'water pump', 'aio pump'),
    ...row('light5V', 'argb', 'addressable', 'argb light', 'argb led', 'digital'),
    ...row('light12V', 'one-colour', 'one colour'),
    ...row('light', 'rgb', 'light', 'led', 'rgb led', 'rgb light'),
    ...row('usb', 'usb', 'usb2', 'internal usb'),
    ['pwm', { is: 'mode', mode: 'pwm' }],
    ['dc', { is: 'mode', mode: 'dc' }],
    ['volts', { is: 'mode', mode: 'dc' }],
    ...size('small', 'a small board, 170 by 170 mm', 'itx', 'mini-itx', 'mini itx', 'small'),
    ...size('middle', 'a middle board, 244 by 244 mm', 'matx', 'micro-atx', 'micro atx', 'middle'),
    ...size('large', 'a large board, 305 by 244 mm', 'atx', 'large'),
    ...[
      'board',
      'motherboard',
      'mainboard',
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

/** More headers of a kind than this are on no board. */
const LIGHT_PINS: Readonly<Record<number, Kind>> = { 3: 'light5V', 4: 'light12V' }

/** The kind of a row, lights told apart by their volts or pins; undefined where that is open. */
function kindOf({ kind, volts, pinCount }: Row<Kind>): Kind | undefined {
  if (kind !== 'light' && kind !== undefined) return kind
  if (volts !== undefined) return volts === 5 ? 'light5V' : 'light12V'
  return kind === 'light' ? LIGHT_PINS[pinCount ?? 0] : kind
}

/** What is wrong with a row by itself. */
function rowFault(each: Row<Kind>): string | undefined {
  const kind = kindOf(each)
  const { volts } = each
  if (each.kind === 'light' && kind === undefined)
    return 'Say whether these light headers take 5 V (three pins, “argb”) or 12 V (four pins, “rgb 12v”): the two must never be mixed up.'
  if (kind === undefined) return 'Say what kind these are: fan, cpu, pump, argb, rgb 12v or usb2 headers.'
  if (kind === 'light5V' && volts === 12)
    return 'Headers of which each LED is set by itself give 5 V, not 12 V: read the manual again, since 12 V destroys such lights.'
  if (kind === 'light12V' && volts === 5) return 'Headers of one colour give 12 V: read the manual again.'
  return undefined
}

const countOf = ({ kind, count, plugCount }: Row<Kind>) => count ?? (kind === 'usb' ? undefined : plugCount) ?? 1

/** Headers of one role, named as boards print them: the number is left out where there is one. */
function fanHeaders(
  rows: readonly Row<Kind>[],
  kind: Kind,
  role: FanHeader['role'],
  print: string,
): readonly FanHeader[] {
  const own = rows.filter((each) => kindOf(each) === kind)
  const all = own.flatMap((each) => Array.from({ length: countOf(each) }, () => each))
  return all.map(({ amps, modes }, index): FanHeader => ({
    name: all.length === 1 && role !== 'case' ? print : `${print}${index + 1}`,
    role,
    ...(amps === undefined ? {} : { mostAmps: amps }),
    ...(modes.length === 0 ? {} : { modes: [...new Set(modes)] }),
  }))
}

function lightHeaders(
  rows: readonly Row<Kind>[],
  kind: Kind,
  rail: LightHeader['rail'],
  print: string,
): readonly LightHeader[] {
  const all = rows
    .filter((each) => kindOf(each) === kind)
    .flatMap((each) => Array.from({ length: countOf(each) }, () => each))
  return all.map(({ amps }, index): LightHeader => ({
    name: all.length === 1 ? print : `${print} ${'ABCDEFGHIJKLMNOPQRSTUVWX'[index]}`,
    rail,
    ...(amps === undefined ? {} : { mostAmps: amps }),
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

const plural = (count: number, word: string) => `${count} ${word} header${count === 1 ? '' : 's'}`

/** A board by its headers: “board 4 fan headers 1A, 2 argb, 1 rgb 12v, 2 usb2”. */
export function boardOfLine(tokens: readonly Token[], end: number, newId: NewId): LineResult {
  const { rows: read, facts, price, spans, faults } = readRows(tokens, GRAMMAR)
  const rows = read.filter(({ kind, count, volts }) => kind !== undefined || count !== undefined || volts !== undefined)
  const wrong = rows.flatMap((each) => {
    const message = rowFault(each)
    return message === undefined ? [] : [{ from: each.from, to: each.to, message }]
  })
  const cpu = fanHeaders(rows, 'cpu', 'cpu', 'CPU')
  const cases = fanHeaders(rows, 'fan', 'case', 'SYS')
  const fans = [...withCpu(cpu, cases), ...fanHeaders(rows, 'pump', 'pump', 'PUMP')]
  const lights = [...lightHeaders(rows, 'light5V', '5v', 'LED5V'), ...lightHeaders(rows, 'light12V', '12v', 'LED12V')]
  const usb = rows.filter((each) => kindOf(each) === 'usb').reduce((sum, each) => sum + countOf(each), 0)
  const none =
    rows.length === 0
      ? [
          {
            from: end,
            to: end,
            message: 'Say what headers the board has: “4 fan headers 1A, 2 argb, 1 rgb 12v, 2 usb2”.',
          },
        ]
      : []
  const [form] = [...facts]
  const openFans = fans.filter(({ mostAmps }) => mostAmps === undefined).length
  const openLights = lights.filter(({ mostAmps }) => mostAmps === undefined).length
  return resultOf({
    spans,
    faults: [...faults, ...wrong, ...none],
    assumed: [
      cpu.length === 0 &&
        cases.length > 0 &&
        'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
      fans.some(({ modes }) => modes === undefined) &&
        'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      openFans > 0 && `no amps of ${plural(openFans, 'fan')}: they stay unknown until you read the manual`,
      openLights > 0 && `no amps of ${plural(openLights, 'light')}: they stay unknown until you read the manual`,
      form === undefined && 'no size: where its headers are stays unknown; say “atx”, “micro-atx” or “itx”',
      form !== undefined && 'headers where boards of this size have them as a rule',
    ],
    make: () => {
      const told = [
        plural(fans.length, 'fan'),
        ...(lights.length === 0 ? [] : [plural(lights.length, 'light')]),
        ...(usb === 0 ? [] : [plural(usb, 'USB')]),
      ]
      const amps = [...new Set(fans.map(({ mostAmps }) => mostAmps))]
      const each = amps.length === 1 && amps[0] !== undefined ? ` of ${formatAmps(amps[0])} A` : ''
      const part = makeBoard({
        id: newId(),
        name: `Board, ${told.map((text, index) => (index === 0 ? `${text}${each}` : text)).join(', ')}`,
        ...price,
        fanHeaders: fans,
        lightHeaders: lights,
        usbHeaderCount: usb,
      })
      return [{ count: 1, part: form === undefined ? part : laidOut(part, BOARD_PLANS[form], 'template') }]
    },
  })
}
