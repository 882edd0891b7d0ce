import type { UseFormReturn } from 'react-hook-form'
import type { Part } from '@/core/parts/schema'

type Writable<T> = T extends readonly (infer U)[]
  ? Writable<U>[]
  : T extends object
    ? { -readonly [K in keyof T]: Writable<T[K]> }
    : T

/** A part while it is being written; what is left open stands there as undefined until the part is cleaned. */
export type PartForm = Writable<Part>
export type Form = UseFormReturn<PartForm>

export const FIELD = 'rounded-md border border-seam bg-linen px-2 py-1 min-w-0'
export const SMALL_FIELD = 'rounded border border-seam bg-linen px-1.5 py-0.5 text-[13px] min-w-0'

/** Changes what hangs together in a part, its plugs, leads and inside, by a function of the core. */
export function changePart(form: Form, change: (part: Part) => Part): void {
  const next = change(form.getValues() as unknown as Part)
  for (const key of ['ports', 'leads', 'inside'] as const) form.setValue(key, next[key] as never, { shouldDirty: true })
}
