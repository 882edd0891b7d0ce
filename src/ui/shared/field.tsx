import type { ReactNode } from 'react'

/** How a field of a form looks. */
export const FIELD = 'min-h-9 w-full rounded-md border border-seam bg-linen px-2 text-ink'

/** A field with its name above it. */
export function Field({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <label className="block text-[14px]">
      <span className="mb-0.5 block text-faded">{label}</span>
      {children}
    </label>
  )
}
