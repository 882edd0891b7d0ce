import type { Thing } from './words'

/** What a line has said so far of one thing; whatever was not said is left out. */
export interface Draft {
  thing?: Thing
  count?: number
  sizeMm?: number
  pinCount?: number
  amps?: number
  watts?: number
  startAmps?: number
  leastRpm?: number
  mostRpm?: number
  flowM3PerH?: number
  noiseDba?: number
  mostPressurePa?: number
  bladeCount?: number
  startDutyPercent?: number
  leastDutyPercent?: number
  stopsAtZeroDuty?: boolean
  lengthMm?: number
  gaugeAwg?: number
  outletCount?: number
  volts?: number
  control?: 'addressable' | 'oneColour'
  ledCount?: number
  litLedCount?: number
  milliampsPerLed?: number
  lightAmps?: number
  lightWatts?: number
  hasTail?: boolean
  /** How its LEDs sit. */
  ledShape?: 'ring' | 'line'
  /** Of a row: from end to end. */
  rowMm?: number
  /** Which faces of its frame it shines from. */
  litFaces?: 'open' | 'struts' | 'both'
  /** Of a ring, seen from the lit face. */
  isClockwise?: boolean
  feed?: 'sata-power' | 'peripheral-4pin'
  isPowered?: boolean
  isReverse?: boolean
  isTachOnly?: boolean
  /** Its lead ends in a plug that only a box of the same maker takes. */
  isOwnPlug?: boolean
  rulesVolts?: boolean
  priceCents?: number
  currency?: string
}

export type Slot = keyof Draft

/** Which slots each thing has; what a line says beyond them is told as a fault at its word. */
export const SLOTS_OF: Readonly<Record<Thing, readonly Slot[]>> = {
  fan: [
    'sizeMm',
    'pinCount',
    'amps',
    'watts',
    'startAmps',
    'leastRpm',
    'mostRpm',
    'flowM3PerH',
    'noiseDba',
    'mostPressurePa',
    'bladeCount',
    'startDutyPercent',
    'leastDutyPercent',
    'stopsAtZeroDuty',
    'lengthMm',
    'gaugeAwg',
    'volts',
    'control',
    'ledCount',
    'litLedCount',
    'milliampsPerLed',
    'lightAmps',
    'lightWatts',
    'hasTail',
    'ledShape',
    'rowMm',
    'litFaces',
    'isClockwise',
    'isReverse',
  ],
  strip: [
    'pinCount',
    'volts',
    'control',
    'ledCount',
    'litLedCount',
    'milliampsPerLed',
    'lightAmps',
    'lightWatts',
    'hasTail',
    'ledShape',
    'rowMm',
    'litFaces',
    'isClockwise',
    'lengthMm',
    'gaugeAwg',
  ],
  pump: [
    'pinCount',
    'amps',
    'watts',
    'startAmps',
    'mostRpm',
    'leastRpm',
    'lengthMm',
    'isTachOnly',
    'isOwnPlug',
    'feed',
    'volts',
  ],
  splitter: ['outletCount', 'pinCount', 'lengthMm', 'control', 'volts', 'amps'],
  hub: ['outletCount', 'pinCount', 'lengthMm', 'amps', 'isPowered', 'feed', 'rulesVolts'],
  extension: ['pinCount', 'lengthMm', 'gaugeAwg', 'control', 'volts'],
  handBox: ['outletCount', 'ledCount', 'amps', 'feed', 'control', 'volts'],
  usbHub: ['outletCount', 'isPowered', 'feed'],
}

export const THING_WORDS: Readonly<Record<Thing, string>> = {
  fan: 'fan',
  strip: 'light',
  pump: 'pump',
  splitter: 'splitter',
  hub: 'fan hub',
  extension: 'extension',
  handBox: 'hand box',
  usbHub: 'USB hub',
}

export const SLOT_WORDS: Readonly<Record<Slot, string>> = {
  thing: 'thing',
  count: 'count',
  sizeMm: 'size',
  pinCount: 'number of pins',
  amps: 'amps',
  watts: 'watts',
  startAmps: 'start current',
  leastRpm: 'lowest speed',
  mostRpm: 'highest speed',
  flowM3PerH: 'air flow',
  noiseDba: 'sound level',
  mostPressurePa: 'pressure',
  bladeCount: 'number of blades',
  startDutyPercent: 'duty at which it starts',
  leastDutyPercent: 'least duty',
  stopsAtZeroDuty: 'stop',
  lengthMm: 'lead length',
  gaugeAwg: 'wire gauge',
  outletCount: 'number of outlets',
  volts: 'voltage',
  control: 'kind of light',
  ledCount: 'LED count',
  litLedCount: 'count of lit LEDs',
  milliampsPerLed: 'current of one LED',
  lightAmps: 'amps of the lights',
  lightWatts: 'watts of the lights',
  hasTail: 'tail for the next light',
  ledShape: 'shape of its LEDs',
  rowMm: 'length of its row of LEDs',
  litFaces: 'lit face',
  isClockwise: 'way round of its LEDs',
  feed: 'supply plug',
  isPowered: 'supply of its own',
  isReverse: 'blade direction',
  isTachOnly: 'tach-only lead',
  isOwnPlug: 'plug of its maker’s own',
  rulesVolts: 'passing on of a lowered voltage',
  priceCents: 'price',
  currency: 'currency',
}
