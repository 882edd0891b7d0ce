'use client'

import { CircleHelp, OctagonX, RotateCcw } from 'lucide-react'
import { useState } from 'react'
import {
  answersTo,
  nextQuestion,
  plugsFor,
  resultOf,
  type Answers,
  type Plug,
  type Question,
} from '@/core/parts/finder'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { PlugPicture } from '@/ui/shared/plug-picture'
import { lookText } from '@/core/wording/part-text'
import { useHarness } from '@/ui/session/context'
import { SeverityMark } from '@/ui/shared/severity'
import { useFinder, type FinderJob } from './finder-state'

const QUESTION_WORDS: Readonly<Record<Question, string>> = {
  hangsOn: 'What does its lead come from?',
  rows: 'How do its contacts stand?',
  positions: 'How many positions has it, filled or not?',
  blank: 'Is one position filled in, or has it no contact at all?',
  ribs: 'Are there two ribs along one long side?',
  wires: 'How many wires go into it?',
  fourth: 'Is there a wire in the fourth hole?',
  contacts: 'What do its contacts look like?',
  clip: 'Has it a clip that snaps?',
  marking: 'Is something printed on it?',
}

const ANSWER_WORDS: Readonly<Partial<Record<Question, Readonly<Record<string, string>>>>> = {
  hangsOn: {
    fan: 'A fan or a pump',
    light: 'A light',
    box: 'A box, hub, screen',
    supply: 'The power supply',
    intoSupply: 'A loose cable: this end goes into the supply',
    caseFront: 'The front of the case',
  },
  rows: { one: 'One row', two: 'Two rows', flat: 'Flat and wide' },
  blank: { third: 'Yes, the third', corner: 'Yes, at a corner', none: 'No' },
  ribs: { yes: 'Yes', no: 'No' },
  fourth: { yes: 'Yes', no: 'No' },
  clip: { yes: 'Yes', no: 'No' },
  contacts: { thin: 'Thin', round: 'Round and thick', square: 'Square holes' },
  wires: { more: 'More' },
  marking: { '5 V': '5 V', '12 V': '12 V', maker: 'A maker’s mark', nothing: 'Nothing' },
}

const wordsFor = (question: Question, answer: string) => ANSWER_WORDS[question]?.[answer] ?? answer

interface StepProps {
  readonly question: Question
  readonly answers: Answers
  readonly onAnswer: (answer: string) => void
  readonly onNone: () => void
}

function Step({ question, answers, onAnswer, onNone }: StepProps) {
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-semibold">{QUESTION_WORDS[question]}</legend>
      <div className="grid gap-2 sm:grid-cols-2">
        {answersTo(question, answers).map((answer) => (
          <Button key={answer} className="justify-start text-left whitespace-normal!" onClick={() => onAnswer(answer)}>
            {wordsFor(question, answer)}
          </Button>
        ))}
        <Button className="justify-start" onClick={() => onAnswer('notSure')}>
          <CircleHelp size={16} aria-hidden className="text-plum" /> Not sure
        </Button>
        <Button tone="quiet" className="justify-start" onClick={onNone}>
          None of these
        </Button>
      </div>
    </fieldset>
  )
}

/** Plugs of this kind on the bench whose look somebody wrote down. */
function OnThisBench({ plug }: { readonly plug: Plug }) {
  const harness = useHarness()
  const alike = harness.ports.flatMap(({ port, ref, key }) => {
    const look = port.connector.family === plug.connector.family ? lookText(port) : undefined
    return look === undefined ? [] : [{ key, text: `${harness.name(ref)}: ${look}` }]
  })
  if (alike.length === 0) return null
  return (
    <ul aria-label="Such plugs on this bench" className="mt-1 text-[13px] text-faded">
      {alike.map(({ key, text }) => (
        <li key={key}>{text}</li>
      ))}
    </ul>
  )
}

function Outcome({
  answers,
  isNone,
  job,
  onClose,
}: {
  readonly answers: Answers
  readonly isNone: boolean
  readonly job: FinderJob
  readonly onClose: () => void
}) {
  const outcome = isNone ? ({ result: 'none' } as const) : resultOf(answers)
  if (outcome.result === 'found') {
    return (
      <div role="status">
        <p className="flex items-center gap-2 text-lg font-semibold">
          <SeverityMark look="holds" /> It is the {outcome.plug.name}
        </p>
        <p className="mt-1">{outcome.plug.tell}</p>
        <OnThisBench plug={outcome.plug} />
        {job.onFound !== undefined && (
          <Button
            tone="act"
            className="mt-3"
            onClick={() => {
              job.onFound?.(outcome.plug)
              onClose()
            }}
          >
            Take it
          </Button>
        )}
      </div>
    )
  }
  return (
    <div role="status">
      <p className="flex items-center gap-2 text-lg font-semibold text-madder">
        <OctagonX size={18} aria-hidden /> Do not plug it yet
      </p>
      <p className="mt-1">
        {outcome.result === 'none'
          ? 'No plug known here looks like this. Keep it apart until its maker’s manual names it; it counts as a plug of its own that goes into nothing else.'
          : outcome.isVoltageOpen
            ? 'It can be any of those beside, and they do not even carry the same volts. Look at them once more, or ask the maker.'
            : 'It can be any of those beside. Look at them once more.'}
      </p>
      {job.onOther !== undefined && (
        <Button
          className="mt-3"
          onClick={() => {
            job.onOther?.()
            onClose()
          }}
        >
          Keep it as a plug nobody can name
        </Button>
      )}
    </div>
  )
}

function Card({ plug }: { readonly plug: Plug }) {
  return (
    <li className="rounded-lg border border-thread bg-linen p-2">
      <PlugPicture connector={plug.connector} wires={plug.wires} widthPx={150} />
      <p className="mt-1 font-semibold">{plug.name}</p>
      <p className="text-[13px] leading-tight text-faded">{plug.tell}</p>
    </li>
  )
}

function Finder({ job }: { readonly job: FinderJob }) {
  const [given, setGiven] = useState<readonly (readonly [Question, string])[]>([])
  const [isNone, setNone] = useState(false)
  const answers = Object.fromEntries(given) as Answers
  const question = isNone ? undefined : nextQuestion(answers)
  const plugs = isNone ? [] : plugsFor(answers)
  const onClose = () => useFinder.setState({ job: null })
  return (
    <Dialog
      isOpen
      isWide
      title="Which plug is this?"
      description="A few things to look at. “Not sure” is an answer, too."
      onClose={onClose}
    >
      <div className="grid gap-5 md:grid-cols-[minmax(0,22rem)_minmax(0,1fr)]">
        <div>
          {given.length > 0 && (
            <ol className="mb-3 space-y-1 text-[13px]">
              {given.map(([asked, answer], index) => (
                <li key={asked} className="flex items-baseline gap-2">
                  <span className="text-faded">{QUESTION_WORDS[asked]}</span>
                  <button
                    type="button"
                    title="Answer this again"
                    onClick={() => {
                      setGiven(given.slice(0, index))
                      setNone(false)
                    }}
                    className="shrink-0 font-semibold text-woad underline"
                  >
                    {answer === 'notSure' ? 'not sure' : wordsFor(asked, answer)}
                  </button>
                </li>
              ))}
            </ol>
          )}
          {question === undefined ? (
            <Outcome answers={answers} isNone={isNone} job={job} onClose={onClose} />
          ) : (
            <Step
              key={question}
              question={question}
              answers={answers}
              onAnswer={(answer) => setGiven([...given, [question, answer]])}
              onNone={() => setNone(true)}
            />
          )}
          {(given.length > 0 || isNone) && (
            <Button
              tone="quiet"
              small
              className="mt-4"
              onClick={() => {
                setGiven([])
                setNone(false)
              }}
            >
              <RotateCcw size={14} aria-hidden /> From the start
            </Button>
          )}
        </div>
        <div>
          <p className="mb-2 text-[13px] text-faded" role="status">
            {plugs.length === 0
              ? 'No plug is left.'
              : plugs.length === 1
                ? 'One plug is left.'
                : `${plugs.length} plugs are left, seen from the front.`}
          </p>
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-2" aria-label="Plugs that are left">
            {plugs.map((plug) => (
              <Card key={plug.id} plug={plug} />
            ))}
          </ul>
        </div>
      </div>
    </Dialog>
  )
}

/** Names a plug by what can be seen of it, for a field or for its own sake. */
export function FinderDialog() {
  const job = useFinder((state) => state.job)
  return job === null ? null : <Finder job={job} />
}
