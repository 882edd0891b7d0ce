import { BENCH_LINES } from './bench-lines'
import { BOARD_LINES } from './board-lines'
import { PLAIN_LINES } from './plain-lines'
import type { TypedLine } from './typed-line'

/** Typed lines and what they become: the table of the tests and of docs/typed-line.md. */
export const TYPED_LINES: readonly TypedLine[] = [...PLAIN_LINES, ...BOARD_LINES, ...BENCH_LINES]
