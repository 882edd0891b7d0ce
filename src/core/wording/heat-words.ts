import type { HeatSource } from '../operate/scenario'

/** What warms: whose temperature a curve listens to. */
export const HEAT_WORDS: Readonly<Record<HeatSource, string>> = {
  processor: 'processor',
  graphics: 'graphics card',
  coolant: 'coolant',
  board: 'board',
}
