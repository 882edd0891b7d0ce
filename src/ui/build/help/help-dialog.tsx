'use client'

import { STAGES } from '@/ui/stages/stages'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { LOOK_MEANINGS, SeverityMark } from '@/ui/shared/severity'
import { useHelp } from '@/ui/focus/help'

const KEYS: readonly (readonly [keys: string, what: string])[] = [
  ['?', 'these keys and words'],
  ['Ctrl + Z', 'undo; with Shift, or Ctrl + Y, redo'],
  ['Arrow keys', 'in the wiring: from port to port; in Places: from place to place'],
  ['Enter', 'pick a lead or a header; on a port, plug the picked lead in'],
  ['Delete', 'unplug the picked lead; in Places, take the thing out'],
  ['T, R', 'in Places: turn the thing round; move the corner its lead leaves by'],
  ['Enter or F2', 'in the list of leads: change the cell'],
  ['Esc', 'put down what is picked, close what is open'],
]

const WORDS: readonly (readonly [word: string, meaning: string])[] = [
  ['bench', 'the things of this build: what you have and what you would buy'],
  ['shelf', 'parts kept for all builds'],
  ['lead', 'a cable with a plug that hangs on a thing'],
  ['header, outlet', 'what a lead goes into: a header on a board, an outlet on a splitter, a hub or a box'],
  ['headroom', 'the part of every limit that you want to stay free'],
  ['pinned', 'a connection that no plan and no repair may change'],
  ['taken on', 'a warning that you know of and accept; it comes back when one of its figures gets worse'],
  ['mark', 'the short name of a thing, such as F1, also on its sticker'],
]

function Rows({ rows }: { readonly rows: readonly (readonly [string, string])[] }) {
  return (
    <dl className="grid grid-cols-[9rem_minmax(0,1fr)] gap-x-3 gap-y-1">
      {rows.map(([term, text]) => (
        <div key={term} className="contents">
          <dt className="font-semibold">{term}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  )
}

/** Keys, marks and words, and the way into the tour. */
export function HelpDialog() {
  const { open, goTo } = useHelp()
  const stages = STAGES.map(({ name, hint }, index) => [`Alt + ${index + 1}`, `${name}: ${hint}`] as const)
  return (
    <Dialog
      isOpen
      title="Keys and words"
      onClose={() => open(false)}
      footer={
        <>
          <Button onClick={() => goTo(0)}>Show me round, in six steps</Button>
          <Button tone="act" onClick={() => open(false)}>
            Close
          </Button>
        </>
      }
    >
      <div className="space-y-5">
        <section aria-label="Marks">
          <h3 className="mb-1 font-display font-semibold">Marks</h3>
          <ul className="space-y-1">
            {LOOK_MEANINGS.map(({ look, word, means }) => (
              <li key={look} className="flex items-center gap-2">
                <SeverityMark look={look} />
                <span>
                  <strong>{word}</strong>: {means}
                </span>
              </li>
            ))}
          </ul>
        </section>
        <section aria-label="Keys">
          <h3 className="mb-1 font-display font-semibold">Keys</h3>
          <Rows rows={[...stages, ...KEYS]} />
        </section>
        <section aria-label="Words">
          <h3 className="mb-1 font-display font-semibold">Words</h3>
          <Rows rows={WORDS} />
        </section>
      </div>
    </Dialog>
  )
}
