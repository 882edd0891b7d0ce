import { closest, distance } from 'fastest-levenshtein'

/** What a line may be about. */
export const THINGS = ['fan', 'strip', 'pump', 'splitter', 'hub', 'extension', 'handBox', 'usbHub'] as const
export type Thing = (typeof THINGS)[number]

/** What a word says besides the thing itself. */
export type Trait =
  | 'addressable'
  | 'oneColour'
  | 'colourUnsaid'
  | 'tail'
  | 'noTail'
  | 'powered'
  | 'sata'
  | 'peripheral'
  | 'reverse'
  | 'tachOnly'
  | 'ownPlug'
  | 'start'
  | 'least'
  | 'stops'
  | 'keepsOn'
  | 'length'
  | 'ring'
  | 'row'
  | 'litOpen'
  | 'litStruts'
  | 'litBoth'
  | 'clockwise'
  | 'otherWay'
  | 'rulesVolts'
  | 'pwmOnly'
  | 'lamp'
  | 'filler'
  | 'elsewhere'

export type Meaning = { readonly thing: Thing } | { readonly trait: Trait }

const thing = (name: Thing): Meaning => ({ thing: name })
const trait = (name: Trait): Meaning => ({ trait: name })

const entries = (meaning: Meaning, ...words: readonly string[]) => words.map((word) => [word, meaning] as const)

/** Every word the lines know, one or two words long; plurals are cut to singulars before they are looked up. */
const VOCABULARY: ReadonlyMap<string, Meaning> = new Map([
  ...entries(thing('fan'), 'fan', 'ventilator', 'case fan', 'radiator fan'),
  ...entries(thing('strip'), 'strip', 'light', 'led strip', 'light strip', 'ribbon', 'light bar', 'light ring'),
  ...entries(thing('pump'), 'pump'),
  ...entries(
    thing('splitter'),
    'splitter',
    'y',
    'y-cable',
    'y-splitter',
    'fan splitter',
    'light splitter',
    'led splitter',
    'argb splitter',
  ),
  ...entries(thing('hub'), 'hub', 'fan hub'),
  ...entries(thing('usbHub'), 'usb hub'),
  ...entries(thing('extension'), 'extension', 'fan extension', 'light extension', 'argb extension'),
  ...entries(thing('handBox'), 'hand box', 'light box', 'remote box', 'handbox'),
  ...entries(trait('addressable'), 'argb', 'addressable', 'digital'),
  ...entries(trait('colourUnsaid'), 'rgb'),
  ...entries(trait('oneColour'), 'one-colour', 'one colour', 'single-colour', 'analog', 'analogue'),
  ...entries(trait('lamp'), 'led', 'lit', 'glow'),
  ...entries(
    trait('tail'),
    'chain',
    'chained',
    'tail',
    'daisy-chain',
    'daisy',
    'daisy chain',
    'pass-through',
    'passthrough',
    'onward',
  ),
  ...entries(trait('noTail'), 'no chain', 'no tail'),
  ...entries(trait('powered'), 'powered', 'own supply'),
  ...entries(trait('sata'), 'sata', 'sata power'),
  ...entries(trait('peripheral'), 'peripheral', 'peripheral plug', 'molex'),
  ...entries(trait('reverse'), 'reverse', 'reversed', 'reverse-blade', 'reverse blade', 'reverse blades'),
  ...entries(trait('tachOnly'), 'tach-only', 'tach only', 'one-wire tach'),
  ...entries(trait('ownPlug'), 'own plug', "maker's plug", 'maker plug', "maker's own plug"),
  ...entries(trait('least'), 'least', 'least duty', 'lowest', 'lowest duty', 'down to', 'minimum', 'min'),
  ...entries(trait('stops'), 'stops', 'can stop', 'zero rpm', 'fan stop'),
  ...entries(trait('keepsOn'), 'no stop', 'never stops'),
  ...entries(trait('start'), 'start', 'starting', 'start-up', 'startup', 'inrush'),
  ...entries(trait('length'), 'lead', 'cable', 'wire', 'long', 'length'),
  ...entries(trait('ring'), 'ring', 'round'),
  ...entries(trait('row'), 'row', 'straight'),
  ...entries(trait('litOpen'), 'open face', 'open side'),
  ...entries(trait('litStruts'), 'strut face', 'strut side'),
  ...entries(trait('litBoth'), 'both face', 'both side'),
  ...entries(trait('clockwise'), 'clockwise'),
  ...entries(trait('otherWay'), 'counterclockwise', 'counter-clockwise', 'anticlockwise', 'anti-clockwise'),
  ...entries(trait('rulesVolts'), 'dc'),
  ...entries(trait('pwmOnly'), 'pwm-only', 'pwm only'),
  ...entries(
    trait('filler'),
    'a',
    'an',
    'the',
    'of',
    'at',
    'max',
    'most',
    'up',
    'each',
    'case',
    'passive',
    'pwm',
    'rated',
    'draw',
    'draws',
    'new',
    'plug',
    'motor',
    'board lead',
  ),
  ...entries(trait('elsewhere'), 'pack'),
])

const NUMBER_WORDS: readonly string[] = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten']

/** `three` is 3; undefined for what is no number word. */
export function numberOfWord(word: string): number | undefined {
  const index = NUMBER_WORDS.indexOf(word)
  return index < 0 ? undefined : index + 1
}

/** A word without the s of a plural. */
export const singular = (word: string) => (word.endsWith('s') && word.length > 2 ? word.slice(0, -1) : word)

/** What one word, or two words together, mean; undefined where the lines do not know them. */
export function meaningOf(words: readonly string[]): Meaning | undefined {
  const key = words.join(' ')
  return VOCABULARY.get(key) ?? VOCABULARY.get(singular(key))
}

export const KNOWN_WORDS: readonly string[] = [...VOCABULARY.keys()]

const MOST_DISTANCE_SHARE = 0.4

/** What is said of a word that is none of those known: the nearest that is one, or else what to do. */
export function unknownWord(word: string, known: readonly string[], otherwise: string): string {
  const near = closest(word, known as string[])
  const isNear = distance(word, near) / Math.max(word.length, near.length) <= MOST_DISTANCE_SHARE
  return `“${word}” is no word that these lines know. ${isNear ? `Did you mean “${near}”?` : otherwise}`
}
