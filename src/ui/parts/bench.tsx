'use client'

import { ArrowDownToLine, PackagePlus, Pencil, X } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { Item } from '@/core/build/schema'
import type { ShelfPart } from '@/core/formats/api-types'
import type { Part } from '@/core/parts/schema'
import { countOf } from '@/core/wording/text'
import { partSummary } from '@/core/wording/part-text'
import { useActions, useHarness } from '@/ui/session/context'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { notify } from '@/ui/shared/notices'
import { useEditor } from '@/ui/focus/editor-job'
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
          item.stock === 'toBuy'
            ? 'To buy; press when you have it'
            : 'You have it; press to put it on the shopping list'
        }
        className={`min-h-7 border-l border-thread px-1.5 text-[13px] ${item.stock === 'toBuy' ? 'bg-weld-wash font-semibold text-weld' : 'text-faded'}`}
      >
        {item.stock === 'toBuy' ? 'to buy' : 'have it'}
      </button>
      <button
        type="button"
        aria-label={`Remove ${item.mark}`}
        title={`Remove ${item.mark} and its connections`}
        onClick={() => dispatch({ type: 'removeItem', itemId: item.id })}
        className="min-h-7 border-l border-thread px-1 text-faded hover:text-madder"
      >
        <X size={15} aria-hidden />
      </button>
    </li>
  )
}

/** Keeps a part that was made in this build on the shelf, for other builds. */
async function keepOnShelf(part: Part, onKept: (shelfPart: ShelfPart) => void): Promise<void> {
  try {
    onKept(await ask<ShelfPart>('/api/parts', postJson({ baseRevision: 0, part })))
    notify(`“${part.name}” is on the shelf, for other builds too.`)
  } catch (error) {
    notify((error as Error).message, { tone: 'fault' })
  }
}

function PartTools({ part, newer }: { readonly part: Part; readonly newer: ShelfPart | undefined }) {
  const { dispatch } = useActions()
  const take = (shelfPart: ShelfPart) =>
    dispatch({
      type: 'setPart',
      part: { ...shelfPart.part, id: part.id, shelf: { partId: shelfPart.part.id, revision: shelfPart.revision } },
    })
  return (
    <span className="flex shrink-0 flex-wrap gap-1">
      {newer !== undefined && (
        <Button
          small
          onClick={() => take(newer)}
          title="The part was changed on the shelf since; this build keeps its own copy until you take the new one"
        >
          <ArrowDownToLine size={14} aria-hidden /> Take the newer one
        </Button>
      )}
      {part.shelf === undefined && (
        <Button
          tone="quiet"
          small
          aria-label={`Keep ${part.name} on the shelf`}
          title="Keep it on the shelf, for other builds"
          onClick={() => void keepOnShelf(part, take)}
        >
          <PackagePlus size={14} aria-hidden />
        </Button>
      )}
      <Button
        tone="quiet"
        small
        aria-label={`Correct ${part.name}`}
        title="Correct the part in this build"
        onClick={() => useEditor.setState({ job: { on: 'bench', part } })}
      >
        <Pencil size={14} aria-hidden />
      </Button>
    </span>
  )
}

interface BenchPartProps {
  readonly part: Part
  readonly items: readonly Item[]
  readonly newer: ShelfPart | undefined
}

function BenchPart({ part, items, newer }: BenchPartProps) {
  return (
    <li className="border-b border-thread px-3 py-2 last:border-b-0">
      <div className="flex items-start gap-2">
        <p className="min-w-0 grow truncate font-semibold" title={part.name}>
          {part.name}
        </p>
        <PartTools part={part} newer={newer} />
        <span className="shrink-0 pt-0.5 text-faded">{items.length} ×</span>
      </div>
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

/** Parts of the shelf that were changed since this build copied them, by the part that the build holds. */
function useNewer(parts: readonly Part[]): ReadonlyMap<string, ShelfPart> {
  const [shelf, setShelf] = useState<readonly ShelfPart[]>([])
  const ids = [...new Set(parts.flatMap((part) => part.shelf?.partId ?? []))].join(',')
  useEffect(() => {
    if (ids === '') return
    const abort = new AbortController()
    ask<readonly ShelfPart[]>('/api/parts/by-id', { ...postJson({ ids: ids.split(',') }), signal: abort.signal }).then(
      setShelf,
      () => undefined,
    )
    return () => abort.abort()
  }, [ids])
  const found = parts.flatMap((part) => {
    const newer = shelf.find(
      ({ part: { id }, revision }) => id === part.shelf?.partId && revision > part.shelf.revision,
    )
    return newer === undefined ? [] : [[part.id, newer] as const]
  })
  return new Map(found)
}

/** What lies on the bench of this build, by part. */
export function Bench() {
  const { build, items } = useHarness()
  const newer = useNewer(build.parts)
  return (
    <section aria-label="Bench" className="flex min-h-0 flex-col rounded-xl border border-thread bg-cloth">
      <header className="flex items-baseline justify-between border-b border-thread p-3">
        <h2 className="font-display font-semibold">On the bench</h2>
        <span className="text-[13px] text-faded">{countOf(items.length, 'item')}</span>
      </header>
      {items.length === 0 ? (
        <p className="p-3 text-faded">
          Nothing here yet. Type what lies in front of you, or search the shelf: a board first, then fans and lights.
        </p>
      ) : (
        <ul className="min-h-0 overflow-y-auto">
          {build.parts.map((part) => (
            <BenchPart
              key={part.id}
              part={part}
              items={items.filter((item) => item.partId === part.id)}
              newer={newer.get(part.id)}
            />
          ))}
        </ul>
      )}
    </section>
  )
}
