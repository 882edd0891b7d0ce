import type { ReactNode } from 'react'

/** A part of the sheet under its title. */
export function Section({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="mt-6">
      <h2 className="mb-2 border-b border-thread pb-1 font-display text-lg font-semibold break-after-avoid">{title}</h2>
      {children}
    </section>
  )
}
