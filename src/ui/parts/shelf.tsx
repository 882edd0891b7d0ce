'use client'

import { Lightbulb, Plug, Search, X } from 'lucide-react'
import { nanoid } from 'nanoid'
import { useId, useMemo, useRef, useState } from 'react'
import type { Build } from '@/core/build/schema'
import type { ShelfPart } from '@/core/formats/api-types'
import { linesOf } from '@/core/line/list'
import type { LinePart, LineResult } from '@/core/line/made'
import { partsOfLine } from '@/core/line/part-of-line'
import { useActions, useSession } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { notify } from '@/ui/shared/notices'
import { addPartsEdit, copyFor, ownFor } from '@/ui/session/add-parts'
import { useFinder } from './finder/finder-state'
import { useLightKinds } from './light-kinds/light-kinds-state'
import { LineCard } from './line-card'
import { LineExamples } from './line-examples'
import { ListDialog } from './list-dialog'
import { Packs } from './packs'
import { ShelfFilters } from './shelf-filters'
import { ShelfRow } from './shelf-row'
import { ShelfTools } from './shelf-tools'
import { NO_FILTER, useShelf, type Found } from './use-shelf'

const MOST_LENGTH = 400

/** A label has a figure in it; a bare name only searches. */
const isLabel = (text: string) => /\d/.test(text) && /\p{L}/u.test(text)

/** The one part that this text can mean; undefined while the answer is that to an earlier text. */
function onlyOne(found: Found, text: string): ShelfPart | undefined {
  const isSure = found.state === 'found' && found.text === text && text.trim() !== '' && !found.isNear
  return isSure && found.parts.length === 1 ? found.parts[0] : undefined
}

interface ResultsProps {
  readonly found: Found
  readonly text: string
  /** Whether the text is taken for a label, and not for a name. */
  readonly isTyped: boolean
  readonly onChanged: () => void
}

function Results({ found, text, isTyped, onChanged }: ResultsProps) {
  if (found.state === 'loading') return <p className="p-3 text-faded">Looking along the shelf …</p>
  if (found.state === 'failed') {
    return (
      <p className="p-3 text-madder">
        The shelf cannot be reached just now. What is on the bench is safe; type again to retry.
      </p>
    )
  }
  if (found.parts.length === 0) {
    return (
      <p className="p-3 text-faded">
        {isLabel(text)
          ? 'Nothing on the shelf reads like this; put it on the bench as you typed it.'
          : 'No part holds all of these words. Try fewer, or type what its label says: “fan 120 4-pin 0.3A”.'}
      </p>
    )
  }
  return (
    <>
      {found.isNear && (
        <p className="px-3 pt-2 text-[13px] text-plum">Nothing holds all of these words; these come near.</p>
      )}
      <ul>
        {found.parts.map((shelfPart) => (
          <ShelfRow key={shelfPart.part.id} shelfPart={shelfPart} onChanged={onChanged} />
        ))}
      </ul>
      {!isTyped && onlyOne(found, text) !== undefined && (
        <p className="px-3 py-2 text-[13px] text-faded">Enter puts one on the bench.</p>
      )}
      {found.hasMore && <p className="p-3 text-[13px] text-faded">There are more; another word narrows them.</p>}
    </>
  )
}

/** Kinds that a line tells without a figure: “mid tower”, “air cooler”. */
const TOLD_BY_WORDS = ['case', 'cooler']

function useLine(text: string) {
  return useMemo(() => {
    const results = partsOfLine(text, () => nanoid(12))
    if (isLabel(text)) return results.some((result) => result.isLabel) ? results : []
    const isTold = ({ made }: LineResult) => made.some(({ part }) => TOLD_BY_WORDS.includes(part.kind))
    return results.length > 0 && results.every(isTold) ? results : []
  }, [text])
}

/** Why Enter put nothing on the bench, and what to do. */
function whyNothing(text: string, results: readonly LineResult[], found: Found): string {
  if (text.trim() === '') return 'Nothing is typed yet: type what a label says, or a name.'
  if (results.length > 0) return 'Not yet on the bench: correct what is dotted in the line first.'
  if (found.state !== 'found' || found.text !== text) return 'Still looking along the shelf: press Enter once more.'
  if (found.parts.length === 0) return 'Not on the bench: nothing on the shelf has these words, and they are no label.'
  return `Not yet on the bench: ${found.parts.length === 1 ? 'one part comes near' : `${found.parts.length}${found.hasMore ? ' or more' : ''} parts have these words`}. Press Add beside the one you mean, or type more of its name.`
}

/** The shelf and the line: type a label and confirm the part, or search and add. */
export function Shelf() {
  const { dispatch } = useActions()
  const build = useSession((state) => state.build)
  const [text, setText] = useState('')
  const [filter, setFilter] = useState(NO_FILTER)
  const [round, setRound] = useState(0)
  const [said, setSaid] = useState('')
  const [list, setList] = useState<string | undefined>(undefined)
  const [view, setView] = useState<'parts' | 'packs'>('parts')
  const field = useRef<HTMLInputElement>(null)
  const hintId = useId()
  const found = useShelf(text, filter, round)
  const results = useLine(text)
  const made = results.flatMap(({ made }) => made)
  const isReady = made.length > 0 && results.every(({ faults }) => faults.length === 0)
  // Undo asks again long after the row that offered it was drawn, so it must not count from what that row saw.
  const askAgain = () => setRound((before) => before + 1)
  // Enter takes what was typed as a label, or else the one part of the shelf that is meant for sure.
  const only = onlyOne(found, text)
  const add = (wanted: readonly LinePart[]): boolean => {
    if (!dispatch(addPartsEdit(build, wanted))) return false
    notify(`On the bench: ${wanted.map(({ part, count }) => `${count} × ${part.name}`).join(', ')}.`)
    return true
  }
  const addMade = (some: readonly LinePart[]) => {
    // Lines of one list may say the same part, too.
    const held = some.reduce<Build>((before, { part }) => {
      const own = ownFor(before, part)
      return own === part ? { ...before, parts: [...before.parts, part] } : before
    }, build)
    return add(some.map(({ part, count }) => ({ part: ownFor(held, part), count })))
  }
  const change = (typed: string) => {
    setText(typed)
    setSaid('')
  }
  const addLine = () => {
    if (!isReady && (results.length > 0 || only === undefined)) return setSaid(whyNothing(text, results, found))
    if (isReady ? addMade(made) : add([{ part: copyFor(build, only!), count: 1 }])) change('')
    field.current?.focus()
  }
  return (
    <section aria-label="Shelf" className="flex min-h-0 flex-col rounded-xl border border-thread bg-cloth">
      <header className="space-y-2 border-b border-thread p-3">
        <div className="flex items-center gap-1.5">
          <h2 className="grow font-display font-semibold">What do you have?</h2>
          <ShelfTools onChanged={askAgain} />
        </div>
        <form
          onSubmit={(event) => {
            event.preventDefault()
            addLine()
          }}
          className="flex items-center gap-2 rounded-md border border-seam bg-linen px-2 focus-within:border-woad"
        >
          <Search size={16} aria-hidden className="shrink-0 text-faded" />
          <input
            ref={field}
            value={text}
            // An empty bench is opened to be filled.
            autoFocus={build.items.length === 0}
            maxLength={MOST_LENGTH}
            placeholder="3 fans 140 4-pin 0.3A 500mm, or a name"
            aria-label="Type a label, or search the shelf"
            aria-describedby={hintId}
            onChange={(event) => change(event.target.value)}
            onPaste={(event) => {
              const pasted = event.clipboardData.getData('text')
              if (linesOf(pasted).length < 2) return
              event.preventDefault()
              setList(pasted)
            }}
            className="w-full bg-transparent py-2 outline-none"
          />
          {text !== '' && (
            <button
              type="button"
              aria-label="Empty the field"
              onClick={() => change('')}
              className="p-1 text-faded hover:text-ink"
            >
              <X size={15} aria-hidden />
            </button>
          )}
        </form>
        <div className="flex items-start gap-1">
          <p id={hintId} className="grow text-[13px] text-faded">
            Type what a label says, amps or watts, in any order, or a name; Enter puts it on the bench. A list can be
            pasted.
          </p>
          <LineExamples
            onPick={(line) => {
              change(line)
              field.current?.focus()
            }}
          />
        </div>
        <p role="status" className={said === '' ? 'sr-only' : 'text-[13px] text-madder'}>
          {said}
        </p>
        <div className="flex flex-wrap items-center gap-1.5">
          <div role="group" aria-label="What to show" className="flex overflow-hidden rounded-md border border-thread">
            {(['parts', 'packs'] as const).map((option) => (
              <button
                key={option}
                type="button"
                aria-pressed={view === option}
                onClick={() => setView(option)}
                className={`min-h-7 px-2.5 text-[13px] font-medium ${view === option ? 'bg-woad text-linen' : 'hover:bg-weft'}`}
              >
                {option === 'parts' ? 'Parts' : 'Packs'}
              </button>
            ))}
          </div>
          <span className="grow" />
          <Button tone="quiet" small onClick={() => useFinder.setState({ job: {} })}>
            <Plug size={15} aria-hidden /> Which plug?
          </Button>
          <Button tone="quiet" small onClick={() => useLightKinds.setState({ isOpen: true })}>
            <Lightbulb size={15} aria-hidden /> Which light?
          </Button>
        </div>
        {view === 'parts' && <ShelfFilters filter={filter} onChange={setFilter} />}
      </header>
      {list !== undefined && <ListDialog text={list} onClose={() => setList(undefined)} onAdd={addMade} />}
      {results.length > 0 && <LineCard line={text} results={results} onAdd={addLine} />}
      <div className="min-h-0 overflow-y-auto">
        {view === 'packs' ? (
          <Packs text={text} />
        ) : (
          <Results found={found} text={text} isTyped={results.length > 0} onChanged={askAgain} />
        )}
      </div>
    </section>
  )
}
