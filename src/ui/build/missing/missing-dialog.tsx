'use client'

import { BookOpen, Check, Ruler, Tag } from 'lucide-react'
import { useState } from 'react'
import type { Figure } from '@/core/schema/schema-kit'
import type { Part } from '@/core/parts/schema'
import type { ReadAt } from '@/core/ask/open-figures'
import { answerEdit, missingFigures, type Missing, type MissingFigure } from '@/core/rules/missing'
import { readAtText, settlesText } from '@/core/wording/missing-text'
import { countOf, findingText, listNames } from '@/core/wording/text'
import { useActions, useHarness, useSession, useVerdicts } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { FigureInput } from '@/ui/shared/figure-input'
import { useSearch } from '@/ui/shared/use-search'

const ICONS: Readonly<Record<ReadAt, typeof Tag>> = { label: Tag, manual: BookOpen, measured: Ruler }

interface RowProps {
  readonly missing: MissingFigure
  readonly part: Part
  readonly isAnswered: boolean
  readonly onAnswer: (answer: Figure | string) => void
}

function Answer({ missing: { open }, part, onAnswer }: Omit<RowProps, 'isAnswered'>) {
  const { fill, label, readAt } = open
  if (fill.by === 'choice') {
    return (
      <label className="inline-flex items-center gap-1 text-[13px]">
        <span className="text-faded">{label}</span>
        <select
          defaultValue=""
          onChange={(event) => event.target.value !== '' && onAnswer(event.target.value)}
          className="rounded border border-seam bg-linen px-1.5 py-0.5"
        >
          <option value="">not known</option>
          {fill.options.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      </label>
    )
  }
  return (
    <FigureInput
      key={part.id}
      label={label}
      unit={fill.unit}
      origin={readAt}
      figure={undefined}
      onChange={(figure) => figure !== undefined && onAnswer(figure)}
      {...(fill.range === undefined ? {} : { range: fill.range })}
    />
  )
}

/** What holds where nobody can find it out, and a guess instead. */
function CannotFindOut({ missing, onAnswer }: Pick<RowProps, 'missing' | 'onAnswer'>) {
  const { build } = useHarness()
  const { fill } = missing.open
  const assumed = fill.by === 'figure' ? (fill.figure?.value ?? fill.usual) : undefined
  return (
    <div className="basis-full rounded-md bg-weft px-2 py-1 text-[13px]">
      <p>
        Then {settlesText(build, missing)} {missing.settles.length === 1 ? 'stays' : 'stay'} unknown: nothing there is
        called safe. A guess may still find a fault; it never clears a limit.
      </p>
      {fill.by === 'figure' && assumed !== undefined && (
        <Button small onClick={() => onAnswer({ value: assumed, origin: 'guess' })}>
          Guess {assumed} {fill.unit}, as most have
        </Button>
      )}
    </div>
  )
}

function Row({ missing, part, isAnswered, onAnswer }: RowProps) {
  const { build } = useHarness()
  const [isHard, setHard] = useState(false)
  const Icon = ICONS[missing.open.readAt]
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg border border-thread bg-linen px-3 py-2">
      <p className="min-w-0 grow basis-60">
        <strong>{listNames(missing.marks)}</strong> <span className="text-faded">{part.name}</span>
        <span className="block text-[13px] text-faded">settles {settlesText(build, missing)}</span>
      </p>
      {isAnswered ? (
        <p className="flex items-center gap-1 font-semibold text-moss">
          <Check size={16} aria-hidden /> {missing.open.label}: told
        </p>
      ) : (
        <>
          <span className="flex items-center gap-1 text-[13px] text-faded">
            <Icon size={15} aria-hidden /> {readAtText(missing.open.readAt)}
          </span>
          <Answer missing={missing} part={part} onAnswer={onAnswer} />
          <Button tone="quiet" small aria-expanded={isHard} onClick={() => setHard(!isHard)}>
            I cannot find out
          </Button>
          {isHard && <CannotFindOut missing={missing} onAnswer={onAnswer} />}
        </>
      )}
    </li>
  )
}

function List({ found }: { readonly found: Missing }) {
  const parts = useSession((state) => state.build.parts)
  const { dispatch } = useActions()
  const [told, setTold] = useState<ReadonlySet<string>>(new Set())
  return (
    <div className="space-y-3">
      <ol className="space-y-1.5">
        {found.figures.map((missing) => {
          const key = `${missing.partId} ${missing.open.key}`
          const part = parts.find(({ id }) => id === missing.partId)
          if (part === undefined) return null
          const answer = (value: Figure | string) => {
            if (dispatch(answerEdit(part, missing.open, value))) setTold(new Set([...told, key]))
          }
          return <Row key={key} missing={missing} part={part} isAnswered={told.has(key)} onAnswer={answer} />
        })}
      </ol>
      {found.others.length > 0 && (
        <section aria-label="What no figure settles">
          <h3 className="font-semibold">
            {countOf(found.others.length, 'thing')} that no such figure settles: look at the part, or decide
          </h3>
          <ul className="mt-1 list-disc space-y-1 pl-5 text-[13px]">
            {found.others.map((finding, index) => (
              <li key={index}>{findingText(finding)}</li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}

/** All that is missing in one list: the fewest figures that settle what is unknown, each typed there and then. */
export function MissingDialog({ onClose }: { readonly onClose: () => void }) {
  const [harness] = useState(useHarness())
  const [verdicts] = useState(useVerdicts())
  const found = useSearch(harness, () => missingFigures(harness, verdicts))
  const now = useVerdicts().counts.unknown
  return (
    <Dialog
      isOpen
      isWide
      onClose={onClose}
      title="What is missing"
      description="The figures that settle what is unknown, the most telling first; none of them is needless, found by judging the build with and without each."
      footer={
        <>
          <p aria-live="polite" className="grow text-faded">
            {now === 0 ? 'Nothing is unknown any more.' : `${countOf(now, 'unknown')} now`}
          </p>
          <Button tone="act" onClick={onClose}>
            Done
          </Button>
        </>
      }
    >
      {'value' in found ? (
        <List found={found.value} />
      ) : (
        <p aria-live="polite">Looking for what is missing: {found.triedCount} answers tried …</p>
      )}
    </Dialog>
  )
}
