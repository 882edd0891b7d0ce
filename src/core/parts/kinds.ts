/** For people: search, pictures and wording. No rule may ask it; rules ask the circuit. */
export const KINDS = [
  'board',
  'supply',
  'fan',
  'light',
  'cooler',
  'splitter',
  'hub',
  'controller',
  'cable',
  'case',
  'other',
] as const
export type Kind = (typeof KINDS)[number]

export const KIND_NAMES: Readonly<Record<Kind, string>> = {
  board: 'Boards',
  supply: 'Supplies',
  fan: 'Fans',
  light: 'Lights',
  cooler: 'Coolers and pumps',
  splitter: 'Splitters',
  hub: 'Hubs',
  controller: 'Controllers and boxes',
  cable: 'Cables and adapters',
  case: 'Cases',
  other: 'Other things',
}

/** What a box does with its outlets that nobody tells anything: goes on as last told, by what it keeps, at full, or off. */
export const ALONE = ['keepsLast', 'stored', 'full', 'off'] as const

/** What holds a thing where it sits. */
export const FIXINGS = ['screws', 'pads', 'pins', 'tape', 'magnet', 'strap', 'clip'] as const
export type Fixing = (typeof FIXINGS)[number]
