'use client'

import { Check, Hash, Route, X } from 'lucide-react'
import type { Item } from '@/core/build/schema'
import { numberEdits, roundTheCase } from '@/core/ask/numbering'
import { useActions, useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { useFocus } from '@/ui/focus/focus'
import { usePlaces } from './places-state'
import { fansIn, type CaseView } from '@/ui/case/view'

interface ToolsProps {
  readonly caseItem: Item
  readonly cases: readonly Item[]
  readonly view: CaseView | undefined
  readonly held: Item | undefined
}

/** While a path is drawn: what to do, a proposal, and the way out. */
export function PathTools({ view }: { readonly view: CaseView }) {
  const { dispatch } = useActions()
  const { path, drawPath } = usePlaces()
  if (path === null) return null
  const fans = fansIn(view)
  const finish = () => {
    const edits = numberEdits(fans, path)
    if (edits.length > 0) dispatch({ type: 'batch', edits: [...edits] })
    drawPath(null)
  }
  return (
    <div className="flex min-h-7 flex-wrap items-center gap-2">
      <span role="status" className="text-[13px]">
        Draw over the fans, or pick them one by one, in the order they count: {path.length} of {fans.length}.
      </span>
      <Button small onClick={() => drawPath(roundTheCase(fans).map(({ item }) => item.id))}>
        Up the front, back along the roof
      </Button>
      <Button small tone="act" onClick={finish}>
        <Check size={14} aria-hidden /> Number them
      </Button>
      <Button small tone="quiet" onClick={() => drawPath(null)}>
        <X size={14} aria-hidden /> Leave
      </Button>
    </div>
  )
}

/** What can be done with the case as a whole, and what is in hand. */
export function Tools({ caseItem, cases, view, held }: ToolsProps) {
  const harness = useHarness()
  const { showsWays, toggleWays, path, drawPath, openCase, hold } = usePlaces()
  const choose = useFocus((state) => state.choose)
  const open = (caseId: string) => {
    choose(null)
    openCase(caseId)
  }
  return (
    <header className="flex min-h-8 flex-wrap items-center gap-2">
      {cases.length > 1 ? (
        <select
          aria-label="Case"
          value={caseItem.id}
          onChange={(event) => open(event.target.value)}
          className="rounded-md border border-seam bg-cloth px-2 py-1"
        >
          {cases.map(({ id, mark }) => (
            <option key={id} value={id}>
              {mark}, {harness.factsOfItem(id).part.name}
            </option>
          ))}
        </select>
      ) : (
        <h2 className="font-display font-semibold">
          {caseItem.mark}{' '}
          <span className="font-sans text-[13px] font-normal text-faded">
            {harness.factsOfItem(caseItem.id).part.name}
          </span>
        </h2>
      )}
      {path === null && held === undefined && view !== undefined && (
        <span className="ml-auto flex gap-2">
          <Button small aria-pressed={showsWays} onClick={toggleWays} className={showsWays ? 'bg-woad-wash' : ''}>
            <Route size={14} aria-hidden /> Ways of the leads
          </Button>
          <Button small onClick={() => drawPath([])} disabled={fansIn(view).length === 0}>
            <Hash size={14} aria-hidden /> Number along a path
          </Button>
        </span>
      )}
      {held !== undefined && (
        <span role="status" className="ml-auto flex items-center gap-2 text-[13px]">
          {held.mark} is in hand: choose its place (arrow keys go from one to the next).
          <Button small tone="quiet" onClick={() => hold(null)}>
            Put it down
          </Button>
        </span>
      )}
    </header>
  )
}
