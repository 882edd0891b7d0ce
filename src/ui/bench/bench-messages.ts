import type { Candidate, Said } from '@/core/bench/diagnose'
import type { Look } from '@/core/bench/looks'
import type { Build } from '@/core/build/schema'

/** What the page asks: every single fault of a machine, and then the pairs that explain what was said. */
export type BenchAsked =
  | { readonly is: 'open'; readonly build: Build }
  | { readonly is: 'pairs'; readonly number: number; readonly said: Said }
  | { readonly is: 'solve'; readonly number: number; readonly hiddenIds: readonly string[]; readonly said: Said }

export type BenchTold =
  | { readonly is: 'trying'; readonly triedCount: number }
  | { readonly is: 'singles'; readonly candidates: readonly Candidate[] }
  | { readonly is: 'pairs'; readonly number: number; readonly pairs: readonly Candidate[] }
  | { readonly is: 'solved'; readonly number: number; readonly looks: readonly Look[] }
