'use client'

import { Tabs } from 'radix-ui'
import type { ReactNode } from 'react'

const TAB =
  'min-h-8 rounded-md border border-transparent px-3 text-faded hover:bg-weft data-[state=active]:border-thread data-[state=active]:bg-cloth data-[state=active]:font-semibold data-[state=active]:text-ink max-sm:min-h-[44px]'

interface View {
  readonly id: string
  readonly name: string
  readonly content: ReactNode
}

/** Several views of one thing, of which one is shown; the first one to begin with. */
export function ViewTabs({ label, views }: { readonly label: string; readonly views: readonly View[] }) {
  return (
    <Tabs.Root defaultValue={views[0]!.id}>
      <Tabs.List aria-label={label} className="flex flex-wrap gap-1 print:hidden">
        {views.map(({ id, name }) => (
          <Tabs.Trigger key={id} value={id} className={TAB}>
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {views.map(({ id, content }) => (
        <Tabs.Content key={id} value={id} className="mt-2 space-y-3 print:mt-0">
          {content}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  )
}
