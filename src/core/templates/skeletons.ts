import {
  makeBoard,
  makeCable,
  makeController,
  makeFan,
  makeFanSplitter,
  makePoweredHub,
  makePump,
  makeStrip,
  makeSupply,
} from '../parts/make'
import { FAN_WIRES } from '../parts/make/kit'
import type { Kind } from '../parts/kinds'
import type { Part } from '../parts/schema'

/** The plainest part of each kind, with no figure in it: what a part that is written out starts from. */
export const SKELETONS: Readonly<Record<Kind, (id: string) => Part>> = {
  fan: (id) => makeFan({ id, name: 'New fan', pins: 4 }),
  light: (id) => makeStrip({ id, name: 'New light', leds: {} }),
  cooler: (id) => makePump({ id, name: 'New cooler' }),
  splitter: (id) => makeFanSplitter({ id, name: 'New splitter', outletCount: 2 }),
  hub: (id) => makePoweredHub({ id, name: 'New hub', outletCount: 4, passes: 'unknown' }),
  controller: (id) =>
    makeController({ id, name: 'New controller', fanOutletCount: 2, lightOutletCount: 2, usb: { need: 'required' } }),
  cable: (id) => makeCable({ id, name: 'New cable', from: 'fan-4pin', to: 'fan-4pin', wires: FAN_WIRES }),
  board: (id) =>
    makeBoard({
      id,
      name: 'New board',
      fanHeaders: [
        { name: 'CPU', role: 'cpu' },
        { name: 'SYS1', role: 'case' },
      ],
      lightHeaders: [{ name: 'LED5V', rail: '5v' }],
      usbHeaderCount: 1,
    }),
  supply: (id) => makeSupply({ id, name: 'New supply', cables: [{ name: 'A', plugs: 'sata-power', plugCount: 3 }] }),
  case: (id) => ({ id, name: 'New case', kind: 'case', markPrefix: 'K', ports: [], inside: [] }),
  other: (id) => ({ id, name: 'New part', kind: 'other', markPrefix: 'X', ports: [], inside: [] }),
}
