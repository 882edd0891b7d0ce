import { SLOTS_OF, SLOT_WORDS, THING_WORDS, type Slot } from './draft'
import { READERS, readNumber, settlePerMetre } from './figures'
import { lexLine, type Token } from './lex'
import { fault, put, type Reading, type State } from './state'
import { KNOWN_WORDS, meaningOf, numberOfWord, unknownWord, type Meaning, type Thing, type Trait } from './words'

const TRAIT_READERS: Readonly<Record<Trait, (state: State, token: Token) => void>> = {
  addressable: (state, token) => {
    state.isOfLight = true
    put(state, token, { slot: 'control', value: 'addressable', meaning: 'each LED by itself' })
  },
  oneColour: (state, token) => {
    state.isOfLight = true
    put(state, token, { slot: 'control', value: 'oneColour', meaning: 'one colour for all LEDs' })
  },
  colourUnsaid: (state, token) => {
    state.isOfLight = true
    state.spans.push({ from: token.from, to: token.to, meaning: 'a light' })
  },
  lamp: (state, token) => {
    state.isOfLight = true
    state.spans.push({ from: token.from, to: token.to, meaning: 'a light' })
  },
  tail: (state, token) => put(state, token, { slot: 'hasTail', value: true, meaning: 'a tail for the next light' }),
  noTail: (state, token) => put(state, token, { slot: 'hasTail', value: false, meaning: 'no tail for a next light' }),
  powered: (state, token) => put(state, token, { slot: 'isPowered', value: true, meaning: 'a supply lead of its own' }),
  sata: (state, token) => put(state, token, { slot: 'feed', value: 'sata-power', meaning: 'SATA supply' }),
  peripheral: (state, token) =>
    put(state, token, { slot: 'feed', value: 'peripheral-4pin', meaning: 'peripheral supply' }),
  reverse: (state, token) => put(state, token, { slot: 'isReverse', value: true, meaning: 'reverse blades' }),
  tachOnly: (state, token) =>
    put(state, token, { slot: 'isTachOnly', value: true, meaning: 'a lead that holds the tach wire alone' }),
  ownPlug: (state, token) =>
    put(state, token, { slot: 'isOwnPlug', value: true, meaning: 'a plug of its maker’s own' }),
  least: (state) => {
    state.waiting = 'least'
  },
  stops: (state, token) =>
    put(state, token, { slot: 'stopsAtZeroDuty', value: true, meaning: 'stands below its least duty' }),
  keepsOn: (state, token) =>
    put(state, token, { slot: 'stopsAtZeroDuty', value: false, meaning: 'keeps turning at its least speed' }),
  start: (state) => {
    state.waiting = 'start'
  },
  length: (state) => {
    state.waiting = 'length'
  },
  ring: (state, token) => putShape(state, token, 'ring'),
  row: (state, token) => {
    state.waiting = 'row'
    putShape(state, token, 'line')
  },
  litOpen: (state, token) =>
    put(state, token, { slot: 'litFaces', value: 'open', meaning: 'shines from its open face' }),
  litStruts: (state, token) =>
    put(state, token, { slot: 'litFaces', value: 'struts', meaning: 'shines from the face with struts' }),
  litBoth: (state, token) => put(state, token, { slot: 'litFaces', value: 'both', meaning: 'shines from both faces' }),
  clockwise: (state, token) =>
    put(state, token, { slot: 'isClockwise', value: true, meaning: 'clockwise, seen from the lit face' }),
  otherWay: (state, token) =>
    put(state, token, { slot: 'isClockwise', value: false, meaning: 'the other way round, seen from the lit face' }),
  rulesVolts: (state, token) =>
    put(state, token, { slot: 'rulesVolts', value: true, meaning: 'passes a lowered voltage on' }),
  pwmOnly: (state, token) =>
    put(state, token, { slot: 'rulesVolts', value: false, meaning: 'passes the PWM command only' }),
  filler: () => {},
  elsewhere: (state, token) =>
    fault(
      state,
      token,
      `A ${token.text.toLowerCase()} has too much to say for one line: start from a general class and correct it, or write the part out.`,
    ),
}

function putShape(state: State, token: Token, value: 'ring' | 'line'): void {
  state.isOfLight = true
  put(state, token, { slot: 'ledShape', value, meaning: value === 'ring' ? 'LEDs in a ring' : 'LEDs in a row' })
}

function readThing(state: State, token: Token, thing: Thing): void {
  const { draft } = state
  const isRing = thing === 'strip' && /ring/i.test(token.text)
  if (draft.thing === 'fan' && thing === 'strip') {
    if (isRing) return putShape(state, token, 'ring')
    state.isOfLight = true
    state.spans.push({ from: token.from, to: token.to, meaning: 'a light' })
    return
  }
  if (draft.thing !== thing) {
    const [one, other] = [THING_WORDS[draft.thing ?? thing], THING_WORDS[thing]]
    return fault(state, token, `One part cannot be a ${one} and a ${other}: put a semicolon between two parts.`)
  }
  state.isOfLight = false
  state.hasThing = true
  state.spans.push({ from: token.from, to: token.to, meaning: `a ${THING_WORDS[thing]}` })
  if (isRing) putShape(state, token, 'ring')
  if (/light|led|argb/i.test(token.text) && thing !== 'strip' && thing !== 'handBox') {
    put(state, token, { slot: 'control', value: 'addressable', meaning: 'for addressable lights' })
  }
}

export const WRITE_IT_OUT = 'Leave it out, or write the part out.'

interface Phrase {
  readonly token: Token
  readonly meaning: Meaning | undefined
  readonly tokenCount: number
}

/** Two words that mean something together, or else the one word; its token covers both. */
function phraseAt(tokens: readonly Token[], at: number): Phrase {
  const [first, second] = [tokens[at]!, tokens[at + 1]]
  if (first.sort === 'word' && second?.sort === 'word') {
    const meaning = meaningOf([first.word, second.word])
    const token = { ...first, to: second.to, text: `${first.text} ${second.text}` }
    if (meaning !== undefined) return { token, meaning, tokenCount: 2 }
  }
  return { token: first, meaning: first.sort === 'word' ? meaningOf([first.word]) : undefined, tokenCount: 1 }
}

function phrasesOf(tokens: readonly Token[]): readonly Phrase[] {
  const phrases: Phrase[] = []
  for (let at = 0; at < tokens.length; at += phrases.at(-1)!.tokenCount) phrases.push(phraseAt(tokens, at))
  return phrases
}

function readPhrase(state: State, { token, meaning }: Phrase): void {
  switch (token.sort) {
    case 'figure':
      return READERS[token.unit](state, token)
    case 'number':
      return readNumber(state, token)
    case 'clause':
      state.waiting = undefined
      return
    case 'word': {
      if (meaning === undefined) {
        const count = numberOfWord(token.word)
        if (count === undefined) return fault(state, token, unknownWord(token.word, KNOWN_WORDS, WRITE_IT_OUT))
        return readNumber(state, { ...token, sort: 'number', value: count, isTimes: true })
      }
      return 'thing' in meaning ? readThing(state, token, meaning.thing) : TRAIT_READERS[meaning.trait](state, token)
    }
    default:
      return fault(state, token, `“${token.text}” says nothing here; leave it out.`)
  }
}

/** A figure that this thing does not have is told at its word. */
function foreignSlots(state: State): void {
  const { draft, places } = state
  if (draft.thing === undefined) return
  const own: readonly Slot[] = [...SLOTS_OF[draft.thing], 'thing', 'count', 'priceCents', 'currency']
  for (const [slot, span] of places) {
    if (!own.includes(slot))
      fault(state, span, `A ${THING_WORDS[draft.thing]} has no ${SLOT_WORDS[slot]}: leave “${span.meaning}” out.`)
  }
}

/** Reads the words of one part. Faults are in the order of the line. */
export function readTokens(tokens: readonly Token[], end: number): Reading {
  const phrases = phrasesOf(tokens)
  const things = phrases.flatMap(({ meaning }) => (meaning !== undefined && 'thing' in meaning ? [meaning.thing] : []))
  // LEDs on a fan are its lights, whichever is named first.
  const thing = things.includes('fan') && things.every((name) => name === 'fan' || name === 'strip') ? 'fan' : things[0]
  const isBareLight = thing === undefined && phrases.some(({ meaning }) => isLightWord(meaning))
  const state: State = {
    draft: { ...(thing === undefined ? (isBareLight ? { thing: 'strip' } : {}) : { thing }) },
    spans: [],
    faults: [],
    places: new Map(),
    isOfLight: false,
    hasThing: false,
    perMetre: undefined,
    waiting: undefined,
  }
  for (const phrase of phrases) readPhrase(state, phrase)
  settlePerMetre(state)
  foreignSlots(state)
  if (state.draft.thing === undefined && state.faults.length === 0) {
    fault(
      state,
      { from: end, to: end },
      `Say what it is: ${Object.values(THING_WORDS).join(', ')}, controller, board, supply, cooler or case.`,
    )
  }
  const faults = state.faults.toSorted((a, b) => a.from - b.from)
  return { draft: state.draft, spans: state.spans.toSorted((a, b) => a.from - b.from), faults, places: state.places }
}

function isLightWord(meaning: Meaning | undefined): boolean {
  return (
    meaning !== undefined &&
    'trait' in meaning &&
    ['addressable', 'oneColour', 'colourUnsaid', 'lamp'].includes(meaning.trait)
  )
}

/** The pieces of a typed line, thing by thing: semicolons and new lines are between them. */
export function groupsOf(text: string): readonly (readonly Token[])[] {
  const groups: Token[][] = [[]]
  for (const token of lexLine(text)) {
    if (token.sort === 'part') groups.push([])
    else groups.at(-1)!.push(token)
  }
  return groups.filter((tokens) => tokens.length > 0)
}
