/**
 * Plain parts from a few figures: for templates, the demo and tests. They only write the circuit down as data; a part
 * that fits none of them is written out by hand, and nothing else in the core can tell the difference.
 */
export { figureOf } from './kit'
export * from './devices'
export * from './boxes'
export * from './controllers'
export * from './links'
export * from './sources'
export * from './cases'
