'use client'

import { X } from 'lucide-react'
import type { Item } from '@/core/build/schema'
import type { Part } from '@/core/parts/schema'
import { countOf } from '@/core/wording/text'
import { partSummary } from '@/core/wording/part-text'
import { useActions, useHarness } from '@/ui/build/context'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { PartFigures } from './part-figures'

function BenchItem({ item }: { readonly item: Item }) {
  const { dispatch } = useActions()
  return (
    <li className="inline-flex items-center rounded-md border border-thread bg-linen pl-1">
      <InlineEdit
        value={item.mark}
        label={`Mark of ${item.mark}`}
        maxLength={24}
        onSave={(mark) => dispatch({ type: 'renameItem', itemId: item.id, mark })}
        className="w-14 text-center font-semibold"
      />
      <button
        type="button"
        aria-pressed={item.stock === 'toBuy'}
        onClick={() =>
          dispatch({ type: 'setStock', itemId: item.id, stock: item.stock === 'toBuy' ? 'owned' : 'toBuy' })
        }
        title={
          item.stock === 'toBuy' ? 'To buy; press when you have it' : 'Owned; press to put it on the shopping list'
        }
        className={`min-h-7 border-l border-thread px-1.5 text-[13px] ${item.stock === 'toBuy' ? 'bg-weld-wash font-semibold text-weld' : 'text-faded'}`}
      >
        {item.stock === 'toBuy' ? 'to buy' : 'owned'}
      </button>
      <button
        type="button"
        aria-label={`Remove ${item.mark}`}
        title={`Remove ${item.mark} and its threads`}
        onClick={() => dispatch({ type: 'removeItem', itemId: item.id })}
        className="min-h-7 border-l border-thread px-1 text-faded hover:text-madder"
      >
        <X size={15} aria-hidden />
      </button>
    </li>
  )
}

function BenchPart({ part, items }: { readonly part: Part; readonly items: readonly Item[] }) {
  return (
    <li className="border-b border-thread px-3 py-2 last:border-b-0">
      <p className="flex gap-2">
        <span className="min-w-0 grow truncate font-semibold" title={part.name}>
          {part.name}
        </span>
        <span className="text-faded">{items.length} ×</span>
      </p>
      <p className="text-[13px] leading-tight text-faded">{partSummary(part)}</p>
      <ul className="mt-1.5 flex flex-wrap gap-1.5">
        {items.map((item) => (
          <BenchItem key={item.id} item={item} />
        ))}
      </ul>
      <PartFigures part={part} />
    </li>
  )
}

/** What lies on the bench of this build, by part. */
export function Bench() {
  const { build, items } = useHarness()
  return (
    <section aria-label="Bench" className="flex min-h-0 flex-col rounded-xl border border-thread bg-cloth">
      <header className="flex items-baseline justify-between border-b border-thread p-3">
        <h2 className="font-display font-semibold">On the bench</h2>
        <span className="text-[13px] text-faded">{countOf(items.length, 'item')}</span>
      </header>
      {items.length === 0 ? (
        <p className="p-3 text-faded">Nothing here yet. Search the shelf and add a board, then fans and lights.</p>
      ) : (
        <ul className="min-h-0 overflow-y-auto">
          {build.parts.map((part) => (
            <BenchPart key={part.id} part={part} items={items.filter((item) => item.partId === part.id)} />
          ))}
        </ul>
      )}
    </section>
  )
}
