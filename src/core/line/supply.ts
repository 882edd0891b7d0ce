import type { Token } from '../parts/line/lex'
import { makeSupply, type SupplyCable } from '../parts/make'
import { stated } from '../units/stated'
import { USUAL_PERIPHERAL_CABLE_AMPS, USUAL_SATA_CABLE_AMPS } from '../templates/usual'
import { resultOf, type LineResult, type NewId } from './made'
import { readRows, type Grammar, type Row, type RowWord } from './rows'

type Kind = SupplyCable['plugs']
type Word = RowWord<Kind, 'usual'>

const row = (kind: Kind, ...words: readonly string[]) =>
  words.map((word): [string, Word] => [word, { is: 'row', kind }])

const GRAMMAR: Grammar<Kind, 'usual'> = {
  name: 'supply',
  usual: undefined,
  kindWords: {
    'sata-power': 'SATA supply plugs',
    'peripheral-4pin': 'peripheral plugs of four pins',
    'pcie-6pin': 'graphics plugs of six pins',
  },
  words: new Map<string, Word>([
    ...row('sata-power', 'sata', 'sata power'),
    // People call the old plug of four pins by who first made it, whoever makes theirs.
    ...row('peripheral-4pin', 'peripheral', 'molex', 'old drive', 'four-pin'),
    ...row('pcie-6pin', 'pcie', 'graphics'),
    ...['usual', 'as usual', 'usual amps', 'typical'].map((word): [string, Word] => [
      word,
      { is: 'whole', fact: 'usual', meaning: 'amps as most cables carry them' },
    ]),
    ['cable', { is: 'cable' }],
    ['lead', { is: 'cable' }],
    ['string', { is: 'cable' }],
    ['plug', { is: 'plug' }],
    ['connector', { is: 'plug' }],
    ...['supply', 'psu', 'power supply', 'power unit'].map((word): [string, Word] => [word, { is: 'thing' }]),
    ...['power', 'a', 'an', 'the', 'of', 'each', 'at', 'max', 'most', 'modular', 'my', 'new'].map(
      (word): [string, Word] => [word, { is: 'filler' }],
    ),
  ]),
}

/** Most cables have three plugs of SATA, or two of the old kind (common practice, no source). */
const USUAL_PLUGS: Readonly<Record<Kind, number>> = { 'sata-power': 3, 'peripheral-4pin': 2, 'pcie-6pin': 1 }
/** Amps of a cable as most carry them; of graphics cables nobody asks here. */
const USUAL_AMPS: Readonly<Partial<Record<Kind, number>>> = {
  'sata-power': USUAL_SATA_CABLE_AMPS,
  'peripheral-4pin': USUAL_PERIPHERAL_CABLE_AMPS,
}
const PLUG_WORDS: Readonly<Record<Kind, string>> = {
  'sata-power': 'SATA',
  'peripheral-4pin': 'peripheral',
  'pcie-6pin': 'graphics',
}

/** How many cables, and plugs on each: “3 SATA plugs” are on one cable, “3 SATA” are three cables. */
function countsOf({ kind, count, plugCount, isOfPlugs, isCable }: Row<Kind>) {
  if (isOfPlugs === true && isCable !== true && plugCount === undefined) return { cables: 1, plugs: count }
  return { cables: count ?? 1, plugs: plugCount, kind }
}

/** A supply by its watts and its cables: “550w, 3 cables sata 3, 1 peripheral 2”. */
export function supplyOfLine(tokens: readonly Token[], end: number, newId: NewId): LineResult {
  const { rows, facts, watts, price, spans, faults } = readRows(tokens, GRAMMAR)
  const kindless = rows.filter(({ kind }) => kind === undefined)
  const wrong = kindless.map(({ from, to }) => ({
    from,
    to,
    message: 'Say which plugs are on these cables: sata, peripheral (the old ones of four pins) or pcie.',
  }))
  const none =
    rows.length === 0
      ? [{ from: end, to: end, message: 'Say which cables the supply has: “2 cables sata 3, 1 peripheral 2”.' }]
      : []
  const own = rows.flatMap((each) => (each.kind === undefined ? [] : [{ ...each, ...countsOf(each), kind: each.kind }]))
  const usual = [...new Set(own.filter(({ plugs }) => plugs === undefined).map(({ kind }) => kind))]
  const unsaid = own.some(({ isCable, isOfPlugs, count }) => isCable !== true && isOfPlugs !== true && (count ?? 1) > 1)
  const isUsual = facts.has('usual')
  return resultOf({
    spans,
    faults: [...faults, ...wrong, ...none],
    assumed: [
      ...usual.map(
        (kind) =>
          `${USUAL_PLUGS[kind]} plug${USUAL_PLUGS[kind] === 1 ? '' : 's'} on a ${PLUG_WORDS[kind]} cable: say “${PLUG_WORDS[kind]} 4” where there are others`,
      ),
      unsaid && 'numbers are cables, not plugs: say “3 sata plugs” for one cable',
      own.some(({ amps }) => amps === undefined) &&
        (isUsual
          ? 'amps as most cables carry them: they find faults, but clear no limit until you read the manual'
          : 'no amps of a cable: what each may carry stays unknown'),
      watts === undefined && 'no watts in all',
    ],
    make: () => {
      const cables = own.flatMap(({ cables: count, plugs, kind, amps }) =>
        Array.from({ length: count }, () => ({
          plugs: kind,
          plugCount: plugs ?? USUAL_PLUGS[kind],
          ...stated({ mostAmps: amps ?? (isUsual ? USUAL_AMPS[kind] : undefined) }),
        })),
      )
      const told = own.map(({ cables: count, kind }) => `${count} ${PLUG_WORDS[kind]} cable${count === 1 ? '' : 's'}`)
      const part = makeSupply({
        id: newId(),
        name: [`Supply${watts === undefined ? '' : `, ${watts} W`}`, ...told].join(', '),
        ...price,
        origin: isUsual ? 'template' : 'label',
        ...(watts === undefined ? {} : { mostWatts: watts }),
        cables: cables.map((cable, index) => ({ ...cable, name: cableName(index) })),
      })
      return [{ count: 1, part }]
    },
  })
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'
/** A to Z, then A2 to Z2. */
const cableName = (index: number) =>
  `${LETTERS[index % LETTERS.length]}${index < LETTERS.length ? '' : Math.floor(index / LETTERS.length) + 1}`
