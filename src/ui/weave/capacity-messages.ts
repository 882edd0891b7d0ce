import type { Build } from '@/core/build/schema'
import type { Part } from '@/core/parts/schema'
import type { Machine } from '@/core/weave/problem/machine'

/** What the page asks: how many more of a part the machine takes. */
export interface CapacityAsked {
  readonly build: Build
  readonly machine: Machine
  readonly part: Part
}
