'use client'

import { Button } from '@/ui/shared/button'

export default function ErrorPage({ reset }: { readonly reset: () => void }) {
  return (
    <main className="mx-auto max-w-md p-10">
      <h1 className="font-display text-2xl font-semibold">This page could not be shown</h1>
      <p className="my-4">The store may be away for a moment. What was saved is safe.</p>
      <Button tone="act" onClick={reset}>
        Try again
      </Button>
    </main>
  )
}
