import type { ReactNode } from 'react'
import { PageHead } from '@/ui/shared/page-head'

/** A page of people, benches and accounts: narrow, with its name above. */
export function PeoplePage({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <div className="mx-auto max-w-2xl px-4 pb-16">
      <PageHead />
      <main>
        <h1 className="mt-6 mb-4 font-display text-3xl font-semibold wrap-anywhere">{title}</h1>
        {children}
      </main>
    </div>
  )
}

/** One matter of such a page. */
export function Matter({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title} className="mb-5 rounded-xl border border-thread bg-cloth px-5 py-4">
      <h2 className="mb-2 font-display text-xl font-semibold">{title}</h2>
      {children}
    </section>
  )
}
