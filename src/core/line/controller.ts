import type { Token } from '../parts/line/lex'
import { makeController } from '../parts/make'
import { formatAmps } from '../units/format'
import { stated } from '../units/stated'
import { resultOf, type LineResult, type NewId } from './made'
import { readRows, type Grammar, type Row, type RowWord } from './rows'

type Kind = 'fan' | 'light5V'
type Fact = 'usb' | 'sata-power' | 'peripheral-4pin' | 'speedSync' | 'lightSync' | 'noUsb'
type Word = RowWord<Kind, Fact>

const row = (kind: Kind, ...words: readonly string[]) =>
  words.map((word): [string, Word] => [word, { is: 'row', kind }])
const fact = (name: Fact, meaning: string, ...words: readonly string[]) =>
  words.map((word): [string, Word] => [word, { is: 'whole', fact: name, meaning }])

const GRAMMAR: Grammar<Kind, Fact> = {
  name: 'controller',
  usual: 'fan',
  kindWords: { fan: 'outlets for fans', light5V: 'outlets for lights of 5 V, each LED by itself' },
  rpmMeaning: 'its own preset lets a fan turn at most',
  words: new Map<string, Word>([
    ...row('fan', 'fan', 'pwm fan', 'pwm'),
    ...row('light5V', 'argb', 'addressable', 'argb light', 'argb led', 'light', 'led'),
    ...fact('usb', 'a USB lead to the board', 'usb', 'usb2', 'usb lead'),
    ...fact('noUsb', 'no USB lead', 'no usb', 'without usb'),
    ...fact('sata-power', 'a SATA supply lead', 'sata', 'sata power'),
    ...fact('peripheral-4pin', 'a peripheral supply lead', 'peripheral', 'molex'),
    ...fact('speedSync', 'a lead by which the board leads its fans', 'fan sync', 'speed sync', 'pwm in', 'pwm sync'),
    ...fact('lightSync', 'a lead by which the board leads its lights', 'light sync', 'argb in', 'argb sync'),
    ...['controller', 'fan controller', 'light controller', 'argb controller', 'box', 'control box'].map(
      (word): [string, Word] => [word, { is: 'thing' }],
    ),
    ...[
      'outlet',
      'port',
      'channel',
      'header',
      'a',
      'an',
      'the',
      'of',
      'each',
      'max',
      'most',
      'lead',
      'preset',
      'own',
      'its',
      'up',
      'to',
      'supply',
      'new',
      'my',
      'in',
    ].map((word): [string, Word] => [word, { is: 'filler' }]),
  ]),
}

const countOf = ({ count, plugCount }: Row<Kind>) => count ?? plugCount ?? 1

/** The outlets of one kind, and what each may carry. */
interface Outlets {
  readonly count: number
  readonly amps: number | undefined
}

function outletsOf(rows: readonly Row<Kind>[], kind: Kind): Outlets {
  const own = rows.filter((row) => (row.kind ?? 'fan') === kind)
  return {
    count: own.reduce((sum, row) => sum + countOf(row), 0),
    amps: own.find(({ amps }) => amps !== undefined)?.amps,
  }
}

interface Box {
  readonly fans: Outlets
  readonly lights: Outlets
  readonly facts: ReadonlySet<Fact>
  readonly isByUsb: boolean
  readonly presetMostRpm: number | undefined
}

const assumedOf = ({ fans, lights, facts, isByUsb }: Box): readonly (string | false)[] => [
  !facts.has('sata-power') &&
    !facts.has('peripheral-4pin') &&
    'a SATA supply lead: say “peripheral” where it has another',
  !facts.has('usb') && isByUsb && 'a USB lead to the board: say “no usb” where it has none',
  fans.count > 0 &&
    fans.amps === undefined &&
    'no amps of its fan outlets: they stay unknown until you read the manual',
  lights.count > 0 &&
    lights.amps === undefined &&
    'no amps of its light outlets: they stay unknown until you read the manual',
]

function nameOf({ fans, lights }: Box): string {
  const told = (kind: string, { count, amps }: Outlets) =>
    count === 0
      ? []
      : [`${count} ${kind} outlet${count === 1 ? '' : 's'}${amps === undefined ? '' : ` of ${formatAmps(amps)} A`}`]
  return ['Controller', ...told('fan', fans), ...told('light', lights)].join(', ')
}

function sentences(box: Box, hasRows: boolean): readonly string[] {
  const idle = (fact: Fact, kind: string, { count }: Outlets) =>
    box.facts.has(fact) && count === 0
      ? [`A ${kind} sync lead needs ${kind} outlets to lead: say how many the box has.`]
      : []
  return [
    ...(box.presetMostRpm !== undefined && box.fans.count === 0
      ? ['A preset in rpm needs fan outlets to hold: say how many the box has.']
      : []),
    ...(hasRows ? [] : ['Say what outlets the box has: “4 fan outlets, 2 argb, usb, sata”.']),
    ...idle('speedSync', 'fan', box.fans),
    ...idle('lightSync', 'light', box.lights),
  ]
}

/** A box with a brain by its outlets: “controller 4 fan outlets, 2 argb, usb, sata”. */
export function controllerOfLine(tokens: readonly Token[], end: number, newId: NewId): LineResult {
  const { rows: read, facts, price, rpm: presetMostRpm, spans, faults } = readRows(tokens, GRAMMAR)
  const rows = read.filter(({ kind, count }) => kind !== undefined || count !== undefined)
  const [fans, lights] = [outletsOf(rows, 'fan'), outletsOf(rows, 'light5V')]
  const isByUsb = facts.has('usb') || !facts.has('noUsb')
  const box: Box = { fans, lights, facts, isByUsb, presetMostRpm }
  return resultOf({
    spans,
    faults: [...faults, ...sentences(box, rows.length > 0).map((message) => ({ from: end, to: end, message }))],
    assumed: assumedOf(box),
    make: () => {
      const part = makeController({
        id: newId(),
        name: nameOf(box),
        origin: 'label',
        ...price,
        feed: facts.has('peripheral-4pin') ? 'peripheral-4pin' : 'sata-power',
        fanOutletCount: fans.count,
        lightOutletCount: lights.count,
        ...(isByUsb ? { usb: { need: 'required' as const } } : {}),
        ...(facts.has('speedSync') ? { speedSync: 'led by the board' } : {}),
        ...(facts.has('lightSync') ? { lightSync: 'led by the board' } : {}),
        ...stated({ mostAmpsEach: fans.amps, mostLightAmpsEach: lights.amps, presetMostRpm }),
      })
      return [{ count: 1, part }]
    },
  })
}
