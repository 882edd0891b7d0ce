import type { Token } from '../parts/line/lex'
import { priceOf, type Price } from '../parts/line/price'
import { rangeFault } from '../parts/line/ranges'
import { WRITE_IT_OUT } from '../parts/line/read'
import { fault, type LineFault, type Span } from '../parts/line/state'
import { numberOfWord, singular, unknownWord } from '../parts/line/words'

/** What a word says in the line of a thing that is made of rows: headers of a board, cables of a supply, outlets of a box. */
export type RowWord<K extends string, F extends string> =
  | { readonly is: 'row'; readonly kind: K }
  | { readonly is: 'mode'; readonly mode: 'pwm' | 'dc' }
  /** Said of the thing as a whole. */
  | { readonly is: 'whole'; readonly fact: F; readonly meaning: string }
  /** A number behind it is one of plugs, and before it one of cables. */
  | { readonly is: 'cable' }
  | { readonly is: 'plug' }
  /** The name of the thing itself. */
  | { readonly is: 'thing' }
  | { readonly is: 'filler' }

/** The words of one such thing. */
export interface Grammar<K extends string, F extends string> {
  /** The thing, as messages call it. */
  readonly name: string
  readonly words: ReadonlyMap<string, RowWord<K, F>>
  /** What a row is where only its number and “headers” or “outlets” is said. */
  readonly usual: K | undefined
  readonly kindWords: Readonly<Record<K, string>>
  /** What a speed in rpm means for it; undefined where it has none. */
  readonly rpmMeaning?: string
}

/** One row: so many headers, outlets or cables of a kind. */
export interface Row<K extends string> {
  readonly from: number
  to: number
  kind?: K
  count?: number
  /** Plugs on each cable. */
  plugCount?: number
  amps?: number
  volts?: number
  pinCount?: number
  modes: ('pwm' | 'dc')[]
  /** Whether it is called a cable, and whether its number is one of plugs. */
  isCable?: boolean
  isOfPlugs?: boolean
}

export interface RowsRead<K extends string, F extends string> {
  readonly rows: readonly Row<K>[]
  readonly facts: ReadonlySet<F>
  readonly watts: number | undefined
  readonly rpm: number | undefined
  readonly price: Price | undefined
  readonly spans: Span[]
  readonly faults: LineFault[]
}

interface State<K extends string, F extends string> extends RowsRead<K, F> {
  readonly grammar: Grammar<K, F>
  readonly rows: Row<K>[]
  readonly facts: Set<F>
  row: Row<K> | undefined
  watts: number | undefined
  rpm: number | undefined
  price: Price | undefined
}

/** More of one kind than this is on no board, supply or box. */
const MOST_OF_A_KIND = 24
const MOST_PLUGS = 8

/** Words that mean something together: three, two, or one of them. */
export function phraseIn<V>(
  words: ReadonlyMap<string, V>,
  tokens: readonly Token[],
  at: number,
): { readonly value: V; readonly tokenCount: number } | undefined {
  for (const tokenCount of [3, 2, 1]) {
    const some = tokens.slice(at, at + tokenCount)
    if (some.length < tokenCount || some.some(({ sort }) => sort !== 'word')) continue
    const key = some.map((token) => (token.sort === 'word' ? token.word : '')).join(' ')
    const value = words.get(key) ?? words.get(singular(key))
    if (value !== undefined) return { value, tokenCount }
  }
  return undefined
}

function endRow<K extends string, F extends string>(state: State<K, F>): void {
  const { row } = state
  if (row === undefined) return
  state.row = undefined
  const before = state.rows.at(-1)
  // “2 cables with 3 SATA plugs” is one row in two clauses.
  if (before?.isCable === true && before.kind === undefined && row.kind !== undefined && row.isCable !== true) {
    state.rows.pop()
    state.rows.push({
      ...row,
      ...(before.count === undefined ? {} : { count: before.count }),
      ...(row.count === undefined ? {} : { plugCount: row.count }),
      isCable: true,
    })
    return
  }
  state.rows.push(row)
}

function openRow<K extends string, F extends string>(state: State<K, F>, token: Token): Row<K> {
  state.row ??= { from: token.from, to: token.to, modes: [] }
  state.row.to = token.to
  return state.row
}

/** A count of rows, or of plugs on a cable that has its kind and its number already. */
function readCount<K extends string, F extends string>(
  state: State<K, F>,
  token: Token,
  { value, isBeforeKind }: { readonly value: number; readonly isBeforeKind: boolean },
): void {
  const { row } = state
  const isOfPlugs = row?.kind !== undefined && !isBeforeKind
  if (row?.kind !== undefined && isBeforeKind) endRow(state)
  const most = isOfPlugs ? MOST_PLUGS : MOST_OF_A_KIND
  if (!Number.isInteger(value) || value < 1 || value > most) {
    return fault(state, token, `${value} is no number of ${isOfPlugs ? 'plugs on a cable' : 'a kind'}: 1 to ${most}.`)
  }
  const open = openRow(state, token)
  const slot = isOfPlugs ? 'plugCount' : 'count'
  if (open[slot] !== undefined && open[slot] !== value) {
    return fault(state, token, `Two numbers, ${open[slot]} and ${value}: put a comma between two kinds.`)
  }
  open[slot] = value
  const meaning = isOfPlugs ? `${value} plugs on each cable` : `${value} of them`
  state.spans.push({ from: token.from, to: token.to, meaning })
}

const noSuchFigure = <K extends string, F extends string>({ grammar }: State<K, F>, { text }: Token) =>
  `A ${grammar.name} has no such figure: leave “${text.trim()}” out.`

function readFigure<K extends string, F extends string>(
  state: State<K, F>,
  token: Extract<Token, { readonly sort: 'figure' }>,
): void {
  const { value, unit, from, to } = token
  const note = (meaning: string) => state.spans.push({ from, to, meaning })
  switch (unit) {
    case 'A':
    case 'mA': {
      const amps = unit === 'A' ? value : value / 1000
      const wrong = rangeFault('amps', amps)
      if (wrong !== undefined) return fault(state, token, wrong)
      const row = state.row ?? state.rows.at(-1)
      if (row === undefined)
        return fault(state, token, `Say what the ${token.text.trim()} are of, behind it: “4 fan headers 1A”.`)
      row.amps = amps
      note(`${amps} A each`)
      return
    }
    case 'W':
      if (value < 1 || value > 3000)
        return fault(state, token, `${value} W is no rating that can be right: 1 to 3000 W. Read the label again.`)
      state.watts = value
      note(`${value} W in all`)
      return
    case 'V':
      if (value !== 5 && value !== 12)
        return fault(state, token, `${value} V is no voltage of fans and lights in a case: 12 V or 5 V.`)
      openRow(state, token).volts = value
      note(`${value} V`)
      return
    case 'rpm': {
      const { rpmMeaning } = state.grammar
      const wrong = rpmMeaning === undefined ? noSuchFigure(state, token) : rangeFault('rpm', token.most)
      if (wrong !== undefined) return fault(state, token, wrong)
      state.rpm = token.most
      note(`${rpmMeaning} ${token.most} rpm`)
      return
    }
    case 'pin':
      openRow(state, token).pinCount = value
      note(`${value} pins`)
      return
    case 'outlet': {
      readCount(state, token, { value, isBeforeKind: true })
      const { usual } = state.grammar
      if (state.row !== undefined && state.row.kind === undefined && usual !== undefined) state.row.kind = usual
      return
    }
    case 'money': {
      const { meaning, ...price } = priceOf(token)
      state.price = price
      note(meaning)
      return
    }
    default:
      fault(state, token, noSuchFigure(state, token))
  }
}

function readWord<K extends string, F extends string>(state: State<K, F>, token: Token, word: RowWord<K, F>): void {
  const note = (meaning: string) => state.spans.push({ from: token.from, to: token.to, meaning })
  switch (word.is) {
    case 'row': {
      const { kind } = state.row ?? {}
      if (kind !== undefined && kind !== word.kind) endRow(state)
      openRow(state, token).kind = word.kind
      note(state.grammar.kindWords[word.kind])
      return
    }
    case 'mode': {
      const row = openRow(state, token)
      row.modes.push(word.mode)
      note(word.mode === 'pwm' ? 'knows PWM' : 'knows a lowered voltage')
      return
    }
    case 'whole':
      state.facts.add(word.fact)
      note(word.meaning)
      return
    case 'cable': {
      const row = openRow(state, token)
      row.isCable = true
      note('cables')
      return
    }
    case 'plug':
      openRow(state, token).isOfPlugs = true
      note('plugs')
      return
    case 'thing':
      note(`a ${state.grammar.name}`)
      return
    case 'filler':
  }
}

/** Reads the rows of a thing, word by word; what cannot be right is told at its place. */
export function readRows<K extends string, F extends string>(
  tokens: readonly Token[],
  grammar: Grammar<K, F>,
): RowsRead<K, F> {
  const state: State<K, F> = {
    grammar,
    rows: [],
    facts: new Set<F>(),
    row: undefined,
    watts: undefined,
    rpm: undefined,
    price: undefined,
    spans: [],
    faults: [],
  }
  for (let at = 0; at < tokens.length; at += 1) {
    const token = tokens[at]!
    const isKindAt = (index: number) => phraseIn(grammar.words, tokens, index)?.value.is === 'row'
    if (token.sort === 'clause') endRow(state)
    else if (token.sort === 'figure') readFigure(state, token)
    else if (token.sort === 'number')
      readCount(state, token, { value: token.value, isBeforeKind: token.isTimes || isKindAt(at + 1) })
    else if (token.sort === 'word') {
      const phrase = phraseIn(grammar.words, tokens, at)
      const number = numberOfWord(token.word)
      if (phrase !== undefined) {
        readWord(state, { ...token, to: tokens[at + phrase.tokenCount - 1]!.to }, phrase.value)
        at += phrase.tokenCount - 1
      } else if (number !== undefined) {
        readCount(state, token, { value: number, isBeforeKind: isKindAt(at + 1) })
      } else {
        fault(state, token, unknownWord(token.word, [...grammar.words.keys()], WRITE_IT_OUT))
      }
    } else fault(state, token, `“${token.text}” says nothing here; leave it out.`)
  }
  endRow(state)
  return state
}
