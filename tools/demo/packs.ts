import type { Pack } from '../../src/core/build/schema'

/** Editions of the invented makers: what is sold together, and what a smaller edition lacks. */
export const demoPacks: readonly Pack[] = [
  {
    id: 'pack-drift-triple',
    name: 'Quillet Drift 120, pack of three',
    note: 'With a splitter of three legs.',
    contents: [
      { partId: 'fan-120', count: 3 },
      { partId: 'splitter-3', count: 1 },
    ],
    price: { cents: 3990, currency: 'EUR' },
  },
  {
    id: 'pack-garland-single',
    name: 'Thimblefold Garland 120, single',
    note: 'The fan alone: it has no box in it.',
    contents: [{ partId: 'fan-garland', count: 1 }],
    price: { cents: 3290, currency: 'EUR' },
  },
  {
    id: 'pack-garland-starter',
    name: 'Thimblefold Garland 120, three with their box',
    contents: [
      { partId: 'fan-garland', count: 3 },
      { partId: 'box-garland', count: 1 },
    ],
    price: { cents: 12900, currency: 'EUR' },
  },
  {
    id: 'pack-ribbon-glow',
    name: 'Thimblefold Ribbon evening, two strips and a Glow box',
    contents: [
      { partId: 'strip-5v-30', count: 2 },
      { partId: 'hand-box', count: 1 },
    ],
    price: { cents: 4290, currency: 'EUR' },
  },
  {
    id: 'pack-splitters',
    name: 'Fan splitters, bag of three',
    note: 'Three for two legs each.',
    contents: [{ partId: 'splitter-2', count: 3 }],
    price: { cents: 890, currency: 'EUR' },
  },
]
