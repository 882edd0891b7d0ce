'use client'

import { ArrowLeftRight, Unplug, X } from 'lucide-react'
import { useMemo } from 'react'
import { unplugEdit } from '@/core/build/plug'
import { portKey } from '@/core/build/refs'
import { swapEdit } from '@/core/build/rewire'
import { candidatesFor } from '@/core/ask/candidates'
import type { Harness } from '@/core/operate/harness'
import { placeSeveral, severalEdit, type Placing } from '@/core/ask/several'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { previewOf } from '@/core/rules/preview'
import type { Verdicts } from '@/core/rules/check'
import { countOf, listNames } from '@/core/wording/text'
import { useActions, useHarness, useVerdicts } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { PreviewLine } from '@/ui/shared/preview-line'
import { isOpen } from '@/ui/threads/state/plug'
import { useFocus } from '@/ui/focus/focus'

/** So many things are tried in full; more of them would keep people waiting. */
const MOST_TRIED = 6

interface Option {
  readonly key: string
  readonly placings: readonly Placing[]
  readonly preview: ReturnType<typeof previewOf>
}

/** Where several leads could go together: one answer a thing, those that take most of them first, each tried out. */
function optionsFor(harness: Harness, verdicts: Verdicts, leads: readonly PlacedPort[]): readonly Option[] {
  const refs = leads.map(({ ref }) => ref)
  const seen = new Set<string>()
  const starts = candidatesFor(harness, refs[0]!).filter((candidate) => {
    if (!isOpen(candidate) || seen.has(candidate.to.itemId)) return false
    seen.add(candidate.to.itemId)
    return true
  })
  return starts
    .map(({ to }) => ({ key: portKey(to), placings: placeSeveral(harness, refs, to) }))
    .filter(({ placings }) => placings.length > 1)
    .toSorted((a, b) => b.placings.length - a.placings.length)
    .slice(0, MOST_TRIED)
    .map((option) => ({ ...option, preview: previewOf(harness, verdicts, severalEdit(harness, option.placings)) }))
}

function Options({ leads }: { readonly leads: readonly PlacedPort[] }) {
  const harness = useHarness()
  const verdicts = useVerdicts()
  const { dispatch } = useActions()
  const select = useFocus((state) => state.select)
  const options = useMemo(() => optionsFor(harness, verdicts, leads), [harness, verdicts, leads])
  if (options.length === 0) {
    return (
      <p className="text-[13px] text-faded">No one thing takes two of them. Plug them one by one, or add a splitter.</p>
    )
  }
  return (
    <ul className="space-y-1">
      {options.map(({ key, placings, preview }) => (
        <li key={key}>
          <button
            type="button"
            onClick={() => {
              if (dispatch(severalEdit(harness, placings))) select({ ref: placings[0]!.lead })
            }}
            className="w-full rounded border border-thread px-2 py-1 text-left hover:border-seam hover:bg-weft"
          >
            <span className="font-semibold">{listNames(placings.map(({ to }) => harness.name(to)))}</span>
            {placings.length < leads.length && (
              <span className="text-faded">
                {' '}
                ({placings.length} of {leads.length})
              </span>
            )}
            <PreviewLine harness={harness} preview={preview} />
          </button>
        </li>
      ))}
    </ul>
  )
}

/** Several leads in hand: where they may go together, and what can be done with them at once. */
export function SeveralPanel({ leads }: { readonly leads: readonly PlacedPort[] }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const { select, add } = useFocus()
  const threads = leads.flatMap(({ ref }) => harness.threadsAt(ref))
  const [first, second] = leads
  const verdicts = useVerdicts()
  const swap = leads.length === 2 ? swapEdit(harness.build, first!.ref, second!.ref) : undefined
  return (
    <section
      aria-label="Picked leads"
      className="max-h-[60%] shrink-0 overflow-y-auto border-b border-thread px-3 py-2"
    >
      <header className="flex items-start justify-between">
        <h2 className="font-display font-semibold">{countOf(leads.length, 'lead')} in hand</h2>
        <Button tone="quiet" small aria-label="Put them down" onClick={() => select(null)}>
          <X size={16} aria-hidden />
        </Button>
      </header>
      <ul className="my-1 flex flex-wrap gap-1">
        {leads.map(({ key, ref }) => (
          <li key={key}>
            <Button small onClick={() => add(ref)} aria-label={`Put ${harness.name(ref)} down`}>
              {harness.name(ref)} <X size={12} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      <div className="mb-2 flex flex-wrap gap-1.5">
        {swap !== undefined && (
          <span>
            <Button small onClick={() => dispatch(swap)}>
              <ArrowLeftRight size={14} aria-hidden /> Let them change places
            </Button>
            <PreviewLine harness={harness} preview={previewOf(harness, verdicts, swap)} />
          </span>
        )}
        {threads.length > 0 && (
          <Button small onClick={() => dispatch(unplugEdit(threads))}>
            <Unplug size={14} aria-hidden /> Unplug {threads.length === 1 ? 'it' : `all ${threads.length}`}
          </Button>
        )}
      </div>
      <h3 className="text-[13px] font-semibold text-faded">Plug them together, best first</h3>
      <Options leads={leads} />
    </section>
  )
}
