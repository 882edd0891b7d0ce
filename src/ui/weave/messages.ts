import type { Build } from '@/core/build/schema'
import type { Edit, SingleEdit } from '@/core/build/edit-schema'
import type { Offer } from '@/core/weave/problem/problem'
import type { Placements } from '@/core/weave/first-plan/greedy'
import type { Machine } from '@/core/weave/problem/machine'
import type { Plan } from '@/core/weave/plan/plan'
import type { Manner } from '@/core/weave/answers/proposals'
import type { Reached } from '@/core/weave/solve/weave'

/** What the page asks of the worker. */
export interface Asked {
  readonly build: Build
  readonly machine: Machine
  readonly offers: readonly Offer[]
  /** Things of the shelf that may not be bought: what of them would help is told where no plan is complete. */
  readonly others: readonly Offer[]
  readonly manners: readonly Manner[]
  /** For each manner. */
  readonly seconds: number
  /** Plans that were found before, to go on from. */
  readonly known: readonly Placements[]
}

/** A proposal as it goes from the worker to the page: data alone. */
export interface Sent {
  readonly manner: Manner
  readonly reached: readonly Reached[]
  readonly edit: Edit
  readonly schoolEdits: readonly SingleEdit[]
  readonly placements: Placements
  readonly plan: Omit<Plan, 'loose' | 'flowOf' | 'useOfItem'> & { readonly looseKeys: readonly string[] }
  /** Whether nothing better will come. */
  readonly isDone: boolean
}

/** What would help, in words, and the things that it takes. */
export interface SentRemedy {
  readonly text: string
  readonly offers: readonly Offer[]
}

export type Told =
  | { readonly is: 'begun'; readonly manner: Manner }
  | { readonly is: 'plan'; readonly sent: Sent }
  | { readonly is: 'remedy'; readonly remedy: SentRemedy }
  | { readonly is: 'done' }
  | { readonly is: 'failed'; readonly message: string }
