/** Every wire a lead of this trade can hold. Rails are supply, the rest is signal. */
export const WIRES = ['gnd', '12v', '5v', '3v3', 'tach', 'pwm', 'data', 'r', 'g', 'b', 'usb', 'bus'] as const
export type Wire = (typeof WIRES)[number]

export const RAILS = ['12v', '5v', '3v3'] as const
export type Rail = (typeof RAILS)[number]

export function isRail(wire: Wire): wire is Rail {
  return (RAILS as readonly string[]).includes(wire)
}

export const FAMILIES = [
  'fan-4pin',
  'fan-3pin',
  'argb-3pin',
  'argb-inline',
  'rgb-12v-4pin',
  'maker-link',
  'sata-power',
  'peripheral-4pin',
  'floppy-4pin',
  'pcie-6pin',
  'usb2-9pin',
  'modular-supply',
  'other',
] as const
export type Family = (typeof FAMILIES)[number]

/** Plugs of the power supply. */
export const SUPPLY_FAMILIES: readonly Family[] = ['sata-power', 'peripheral-4pin', 'floppy-4pin', 'pcie-6pin']

export const ENDS = ['pins', 'sockets'] as const
export type End = (typeof ENDS)[number]

/** One position of a plug face, first to last as printed beside the header; `blank` is a filled position that keys the plug, `unused` a contact that carries nothing. */
export type Position = Wire | 'blank' | 'unused'

export interface FamilyFacts {
  /** What a person would call it. */
  readonly name: string
  /** Contacts in order. A maker's own link has none of ours to draw. */
  readonly positions: readonly Position[]
  /** Most amps one mated pair carries for each rail, by the published standard; absent where none is published. */
  readonly maxAmpsByRail?: Readonly<Partial<Record<Rail, number>>>
  /** How to know it by eye. */
  readonly byEye: string
  /** Where the facts come from. */
  readonly source: string
}

const FAN_SPECIFICATION = '4-wire PWM fan specification, revision 1.3, 2005 (from memory)'
const COMMON_PRACTICE = 'common practice, no source'

/** The standard allows 1.5 A a contact and gives three contacts to each rail. */
const SATA_AMPS_PER_CONTACT = 1.5
const SATA_CONTACTS_PER_RAIL = 3
const SATA_AMPS_PER_RAIL = SATA_AMPS_PER_CONTACT * SATA_CONTACTS_PER_RAIL

/** The graphics supply plug is rated 75 W in all, at 12 V. */
const PCIE_6PIN_WATTS = 75

export const FAMILY_FACTS: Readonly<Record<Family, FamilyFacts>> = {
  'fan-4pin': {
    name: '4-pin fan plug',
    positions: ['gnd', '12v', 'tach', 'pwm'],
    byEye: 'four contacts in a row, two ribs along one side',
    source: FAN_SPECIFICATION,
  },
  'fan-3pin': {
    name: '3-pin fan plug',
    positions: ['gnd', '12v', 'tach'],
    byEye: 'three contacts in a row, two ribs along one side',
    source: FAN_SPECIFICATION,
  },
  'argb-3pin': {
    name: '5 V addressable light plug',
    positions: ['5v', 'data', 'blank', 'gnd'],
    byEye: 'four positions in a row, the third one blank',
    source: COMMON_PRACTICE,
  },
  'argb-inline': {
    name: 'older 5 V light plug, in line',
    positions: ['5v', 'data', 'gnd'],
    byEye: 'three positions in a row, no blank, no ribs',
    source: COMMON_PRACTICE,
  },
  'rgb-12v-4pin': {
    name: '12 V light plug',
    positions: ['12v', 'g', 'r', 'b'],
    byEye: 'four contacts in a row, none blank, no ribs',
    source: COMMON_PRACTICE,
  },
  'maker-link': {
    name: "maker's own link",
    positions: [],
    byEye: "a small plug that fits only this maker's devices",
    source: COMMON_PRACTICE,
  },
  'sata-power': {
    name: 'SATA power plug',
    positions: ['3v3', 'gnd', '5v', 'gnd', '12v'],
    maxAmpsByRail: { '12v': SATA_AMPS_PER_RAIL, '5v': SATA_AMPS_PER_RAIL, '3v3': SATA_AMPS_PER_RAIL },
    byEye: 'flat and wide, fifteen thin contacts, an L-shaped key',
    source: 'Serial ATA specification, power connector (from memory)',
  },
  'peripheral-4pin': {
    name: 'peripheral supply plug',
    positions: ['12v', 'gnd', 'gnd', '5v'],
    byEye: 'four large round contacts, two bevelled corners',
    source: COMMON_PRACTICE,
  },
  'floppy-4pin': {
    name: 'small supply plug',
    positions: ['5v', 'gnd', 'gnd', '12v'],
    byEye: 'four small contacts, looks like a fan plug but has no ribs',
    source: COMMON_PRACTICE,
  },
  'pcie-6pin': {
    name: 'graphics supply plug, 6-pin',
    positions: ['12v', '12v', '12v', 'gnd', 'gnd', 'gnd'],
    maxAmpsByRail: { '12v': PCIE_6PIN_WATTS / 12 },
    byEye: 'two rows of three square contacts and a clip',
    source: 'PCI Express card electromechanical specification (from memory)',
  },
  'usb2-9pin': {
    name: 'internal USB 2.0 plug',
    positions: ['5v', 'usb', 'usb', 'gnd', 'blank', '5v', 'usb', 'usb', 'gnd', 'unused'],
    byEye: 'two rows of five positions, one corner blank',
    source: 'USB 2.0 specification, and common practice for the header',
  },
  'modular-supply': {
    name: 'supply end of a modular cable',
    positions: [],
    byEye:
      'square contacts in a block that only goes into the supply; looks alike between supplies and is wired differently',
    source: COMMON_PRACTICE,
  },
  other: {
    name: 'plug nobody has named yet',
    positions: [],
    byEye: 'none of the others: do not plug it before you know',
    source: COMMON_PRACTICE,
  },
}

/** What a position carries, as short as it fits under a contact. */
export const POSITION_WORDS: Readonly<Record<Position, string>> = {
  gnd: 'GND',
  '12v': '+12 V',
  '5v': '+5 V',
  '3v3': '+3.3 V',
  tach: 'tach',
  pwm: 'PWM',
  data: 'data',
  r: 'red',
  g: 'green',
  b: 'blue',
  usb: 'USB',
  bus: 'bus',
  blank: 'blank',
  unused: 'unused',
}

/** The positions of a family as they stand: two rows for the blocks that have them, one for all others. */
export function faceRows(family: Family): readonly (readonly Position[])[] {
  const { positions } = FAMILY_FACTS[family]
  const isBlock = family === 'usb2-9pin' || family === 'pcie-6pin'
  const half = positions.length / 2
  return isBlock ? [positions.slice(0, half), positions.slice(half)] : [positions]
}
