import type { Draft } from '../parts/line/draft'
import { makeOf } from '../parts/line/make-of-draft'
import type { Token } from '../parts/line/lex'
import { priceOf, type Price } from '../parts/line/price'
import { readTokens } from '../parts/line/read'
import type { LineFault, Reading, Span } from '../parts/line/state'
import { figureOf, makeFanSplitter } from '../parts/make'
import type { Part } from '../parts/schema'
import { assumedOf, faultsOf } from './assumed'
import { dropFields } from '../parts/make/kit'
import { readDrop, type DropRead } from './drop'
import { resultOf, type LinePart, type LineResult, type NewId } from './made'
import { phraseIn } from './rows'

/** Radiators by the length that they are sold by: how many fans, of which size. */
const RADIATORS: Readonly<Record<number, { readonly fanCount: number; readonly sizeMm: number }>> = {
  120: { fanCount: 1, sizeMm: 120 },
  140: { fanCount: 1, sizeMm: 140 },
  240: { fanCount: 2, sizeMm: 120 },
  280: { fanCount: 2, sizeMm: 140 },
  360: { fanCount: 3, sizeMm: 120 },
  420: { fanCount: 3, sizeMm: 140 },
  480: { fanCount: 4, sizeMm: 120 },
}
/** From here on a cooler of one size alone is a liquid one: no fan is that large. */
const LEAST_OF_TWO_MM = 240
const USUAL_FAN_MM = 120
const RADIATOR_SIZES: readonly number[] = Object.keys(RADIATORS).map(Number)

type Said = 'liquid' | 'air' | 'noFans' | 'joined' | 'filler'
const WORDS: ReadonlyMap<string, Said> = new Map<string, Said>([
  ...['aio', 'liquid cooler', 'liquid', 'water cooler', 'water', 'liquid cooling', 'all-in-one', 'radiator'].map(
    (word): [string, Said] => [word, 'liquid'],
  ),
  ...['air cooler', 'air', 'tower cooler'].map((word): [string, Said] => [word, 'air']),
  ...['no fan', 'without fan', 'fans apart'].map((word): [string, Said] => [word, 'noFans']),
  ...['joined', 'fans joined', 'joined fan', 'one plug', 'one lead', 'on one plug'].map((word): [string, Said] => [
    word,
    'joined',
  ]),
  ...['cooler', 'cpu', 'processor', 'a', 'an', 'the', 'of', 'its', 'new', 'my', 'cooling', 'at', 'holds', 'back'].map(
    (word): [string, Said] => [word, 'filler'],
  ),
])
const MEANINGS: Readonly<Record<Said, string>> = {
  liquid: 'a liquid cooler',
  air: 'an air cooler',
  noFans: 'no fans of its own',
  joined: 'fans that are joined to one plug',
  filler: 'a cooler',
}

/** What the words before the fans and the pump say of the cooler itself. */
interface Head {
  readonly said: ReadonlySet<Said>
  readonly lengthMm: number | undefined
  readonly price: Price | undefined
  readonly rest: readonly Token[]
  readonly spans: readonly Span[]
}

const isWord = (token: Token | undefined, ...words: readonly string[]) =>
  token?.sort === 'word' && words.includes(token.word)
const startsFans = (tokens: readonly Token[], at: number) =>
  isWord(tokens[at], 'fan', 'fans') ||
  (tokens[at]?.sort === 'number' && isWord(tokens[at + 1], 'fan', 'fans')) ||
  (tokens[at]?.sort === 'word' && isWord(tokens[at + 1], 'fan', 'fans') && phraseIn(WORDS, tokens, at) === undefined)

/** The sections of a line: what speaks of the cooler, of its fans, and of its pump. */
function sectionsOf(tokens: readonly Token[]) {
  const sections: { readonly of: 'head' | 'fans' | 'pump'; readonly tokens: Token[] }[] = [{ of: 'head', tokens: [] }]
  for (let at = 0; at < tokens.length; at += 1) {
    const phrase = phraseIn(WORDS, tokens, at)
    const current = sections.at(-1)!
    const token = tokens[at]!
    if (token.sort === 'figure' && token.unit === 'money') sections[0]!.tokens.push(token)
    else if (phrase !== undefined && phrase.value !== 'filler') {
      // What is said of the cooler is its own, wherever it stands.
      sections[0]!.tokens.push(...tokens.slice(at, at + phrase.tokenCount))
      at += phrase.tokenCount - 1
    } else if (startsFans(tokens, at) && current.of !== 'fans') sections.push({ of: 'fans', tokens: [token] })
    else if (isWord(token, 'pump')) sections.push({ of: 'pump', tokens: [token] })
    else current.tokens.push(token)
  }
  return {
    head: sections.filter(({ of }) => of === 'head').flatMap((section) => section.tokens),
    fans: sections.filter(({ of }) => of === 'fans').flatMap((section) => section.tokens),
    pump: sections.filter(({ of }) => of === 'pump').flatMap((section) => section.tokens),
  }
}

function readHead(tokens: readonly Token[]): Head {
  const said = new Set<Said>()
  const spans: Span[] = []
  const rest: Token[] = []
  let lengthMm: number | undefined
  let price: Price | undefined
  for (let at = 0; at < tokens.length; at += 1) {
    const token = tokens[at]!
    const phrase = phraseIn(WORDS, tokens, at)
    const { from, to } = token
    if (phrase !== undefined) {
      said.add(phrase.value)
      spans.push({ from, to: tokens[at + phrase.tokenCount - 1]!.to, meaning: MEANINGS[phrase.value] })
      at += phrase.tokenCount - 1
    } else if (token.sort === 'figure' && token.unit === 'money') {
      const { meaning, ...own } = priceOf(token)
      price = own
      spans.push({ from, to, meaning })
    } else if (
      lengthMm === undefined &&
      ((token.sort === 'number' && !token.isTimes && token.value >= 80) ||
        (token.sort === 'figure' && token.unit === 'mm'))
    ) {
      lengthMm = token.value
      spans.push({ from, to, meaning: `radiator or fan of ${token.value} mm` })
    } else if (token.sort !== 'clause') rest.push(token)
  }
  return { said, lengthMm, price, rest, spans }
}

const EMPTY: Reading = { draft: {}, spans: [], faults: [], places: new Map() }
const read = (tokens: readonly Token[], end: number): Reading =>
  tokens.some(({ sort }) => sort !== 'clause') ? readTokens(tokens, tokens.at(-1)?.to ?? end) : EMPTY

/** A number of fans with the rest of the draft, and a splitter of their own where they are joined. */
function fansOf(draft: Draft, newId: NewId, isJoined: boolean): readonly LinePart[] {
  const count = draft.count ?? 1
  const fans: LinePart = { count, part: makeOf({ ...draft, thing: 'fan' }, newId()) }
  if (!isJoined || count < 2) return [fans]
  const joint = makeFanSplitter({
    id: newId(),
    name: `Joint lead of ${count} fans`,
    outletCount: count,
    origin: 'label',
  })
  return [fans, { count: 1, part: joint }]
}

/** A pump in its radiator. */
function withRadiator(
  pump: Part,
  radiator: { readonly fanCount: number; readonly sizeMm: number },
  { name, drop }: { readonly name: string; readonly drop: DropRead },
): Part {
  return {
    ...pump,
    name,
    mechanical: {
      radiatorFanSizeMm: figureOf(radiator.sizeMm, 'label'),
      radiatorFanCount: figureOf(radiator.fanCount, 'label'),
      ...dropFields(drop.drop, 'manual'),
    },
  }
}

function airCooler(head: Head, fans: Reading, newId: NewId): LineResult {
  const draft: Draft = { ...fans.draft, thing: 'fan', sizeMm: fans.draft.sizeMm ?? head.lengthMm ?? USUAL_FAN_MM }
  return resultOf({
    spans: [...head.spans, ...fans.spans],
    faults: [...fans.faults, ...faultsOf(draft, fans, 0), ...strange(head)],
    assumed: [
      fans === EMPTY && 'one fan: say “2 fans” where it has more',
      fans.draft.sizeMm === undefined && head.lengthMm === undefined && '120 mm: say its size where it is another',
      ...assumedOf({ ...fans, draft }, draft),
    ],
    make: () => {
      const cooler = (own: Draft, count: number): LinePart => {
        const part = makeOf({ ...own, thing: 'fan' }, newId())
        return {
          count,
          part: { ...part, name: part.name.replace('Fan', 'Air cooler fan'), kind: 'cooler', markPrefix: 'C' },
        }
      }
      const count = draft.count ?? 1
      if (head.price === undefined || count === 1) return [cooler({ ...draft, ...head.price }, count)]
      // The price is that of the whole cooler, not of each of its fans.
      return [cooler({ ...draft, ...head.price }, 1), cooler(draft, count - 1)]
    },
  })
}

/** Words of the cooler that say nothing of one. */
const strange = ({ rest }: Pick<Head, 'rest'>): readonly LineFault[] =>
  rest.map(({ from, to, text }) => ({
    from,
    to,
    message: `“${text.trim()}” says nothing of a cooler: leave it out, or write “pump” or “fans” before it.`,
  }))

/** A liquid cooler as it was read: its radiator, its fans, its pump. */
interface Liquid {
  readonly head: Head
  readonly radiator: (typeof RADIATORS)[number] | undefined
  /** What the radiator holds back. */
  readonly drop: DropRead
  readonly fans: Reading
  readonly fanDraft: Draft
  readonly pump: Reading
  readonly pumpDraft: Draft
  /** Whether it comes without fans, or nothing is said of them. */
  readonly isBare: boolean
  readonly isUnsaid: boolean
  readonly end: number
}

function radiatorFaults({ head, radiator, fans, fanDraft, end }: Liquid): readonly LineFault[] {
  const { from, to } = head.spans.find(({ meaning }) => meaning.startsWith('radiator or')) ?? { from: end, to: end }
  if (radiator === undefined) {
    const sizes = `${RADIATOR_SIZES.slice(0, -1).join(', ')} or ${RADIATOR_SIZES.at(-1)}`
    const what =
      head.lengthMm === undefined ? 'Say the size of the radiator' : `${head.lengthMm} is no size of a radiator`
    return [{ from, to, message: `${what}: ${sizes}.` }]
  }
  if (fanDraft.count! <= radiator.fanCount * 2) return []
  const place = fans.places.get('count') ?? { from, to }
  const message = `A radiator of ${head.lengthMm} takes ${radiator.fanCount} fans on each side: ${fanDraft.count} are too many.`
  return [{ from: place.from, to: place.to, message }]
}

/** What the line left open of the fans and of the pump. */
function liquidAssumed({ fans, fanDraft, pump, pumpDraft, isBare, isUnsaid }: Liquid): readonly (string | false)[] {
  const ofFans = assumedOf({ ...fans, draft: fanDraft }, fanDraft).filter((text) => !text.startsWith('no size'))
  return [
    isUnsaid &&
      `${fanDraft.count} fans of ${fanDraft.sizeMm} mm come with it, their draw unknown: say “no fans” where they do not`,
    ...(isBare || isUnsaid ? [] : ofFans.map((text) => `fans: ${text}`)),
    ...assumedOf({ ...pump, draft: pumpDraft }, pumpDraft).map((text) => `pump: ${text}`),
  ]
}

function liquidParts({ head, radiator, drop, fanDraft, pumpDraft, isBare }: Liquid, newId: NewId): readonly LinePart[] {
  const lead =
    pumpDraft.isTachOnly === true
      ? 'tach-only lead and SATA supply'
      : pumpDraft.isOwnPlug === true
        ? 'pump lead with its maker’s own plug'
        : `pump lead of ${pumpDraft.pinCount === 3 ? 3 : 4} pins`
  const pump = makeOf({ ...pumpDraft, thing: 'pump', ...head.price }, newId())
  return [
    { count: 1, part: withRadiator(pump, radiator!, { name: `Liquid cooler ${head.lengthMm}, ${lead}`, drop }) },
    ...(isBare ? [] : fansOf(fanDraft, newId, head.said.has('joined'))),
  ]
}

/** A cooler with what comes with it: “240 aio, 2 fans 0.35A, pump 3 pin”, “air cooler, fan 120 0.2A”. */
export function coolerOfLine(tokens: readonly Token[], end: number, newId: NewId): LineResult {
  const sections = sectionsOf(tokens)
  const head = readHead(sections.head)
  const [fans, pump] = [read(sections.fans, end), read(sections.pump, end)]
  const isLiquid = head.said.has('liquid') || sections.pump.length > 0 || (head.lengthMm ?? 0) >= LEAST_OF_TWO_MM
  if (!isLiquid) return airCooler(head, fans, newId)
  const radiator = RADIATORS[head.lengthMm ?? 0]
  const drop = readDrop(head.rest)
  const isBare = head.said.has('noFans')
  const liquid: Liquid = {
    head,
    radiator,
    drop,
    fans,
    fanDraft: {
      ...fans.draft,
      thing: 'fan',
      sizeMm: fans.draft.sizeMm ?? radiator?.sizeMm ?? USUAL_FAN_MM,
      count: fans.draft.count ?? radiator?.fanCount ?? 1,
    },
    pump,
    pumpDraft: { ...pump.draft, thing: 'pump' },
    isBare,
    isUnsaid: sections.fans.length === 0 && !isBare,
    end,
  }
  return resultOf({
    spans: [...head.spans, ...drop.spans, ...fans.spans, ...pump.spans],
    faults: [
      ...radiatorFaults(liquid),
      ...fans.faults,
      ...pump.faults,
      ...drop.faults,
      ...strange(drop),
      ...faultsOf(liquid.fanDraft, fans, end),
      ...faultsOf(liquid.pumpDraft, pump, end),
    ],
    assumed: liquidAssumed(liquid),
    make: () => liquidParts(liquid, newId),
  })
}
