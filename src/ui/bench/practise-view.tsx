'use client'

import { useState } from 'react'
import {
  exerciseCode,
  exerciseOf,
  isAlike,
  LEVELS,
  readExerciseCode,
  seedFrom,
  type Exercise,
  type ExerciseCode,
} from '@/core/bench/exercise'
import type { Trouble } from '@/core/bench/diagnose'
import { answerOf, type Look } from '@/core/bench/looks'
import type { Value } from '@/core/bench/sight'
import { groupBy } from '@/core/units/group'
import {
  answerText,
  faultText,
  KIND_WORDS,
  LEVEL_WORDS,
  lookText,
  sightName,
  VALUE_WORDS,
} from '@/core/wording/bench-text'
import { countOf } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { SELECT } from '@/ui/shared/select-class'
import { FaultSelect } from './fault-select'
import { PracticeResult } from './practice-result'
import { minutesSpent, usePractice, WRONG_MINUTES, type DoneLook } from './practice-state'
import { Records } from './records'
import type { Trying } from './use-trouble'

/** Which exercise: a new one of a level, or the one of a code. */
function Beginning({ trouble }: { readonly trouble: Trouble }) {
  const [level, setLevel] = useState(1)
  const [code, setCode] = useState('')
  const [fault, setFault] = useState<string | undefined>(undefined)
  const begin = usePractice((state) => state.begin)
  const start = (wanted: ExerciseCode) => {
    const exercise = exerciseOf(trouble, wanted)
    setFault(
      exercise === undefined ? 'This build has nothing of that level that could be wrong: take another.' : undefined,
    )
    begin(exercise)
  }
  const ofCode = () => {
    const wanted = readExerciseCode(code)
    if (wanted === undefined) setFault(`“${code}” is no code of an exercise: it is a level and a seed, such as 2-K7Q.`)
    else start(wanted)
  }
  return (
    <section aria-label="An exercise" className="space-y-2 rounded-lg border border-thread bg-cloth p-3">
      <p className="max-w-prose">
        Something is hidden in this build. You hear what its owner says, look where you like, and name it. Every look
        takes its minutes; at the end you see how the tool would have gone about it.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-2">
          level
          <select value={level} onChange={({ target }) => setLevel(Number(target.value))} className={SELECT}>
            {LEVELS.map((_, index) => (
              <option key={index} value={index + 1}>
                {index + 1}: {LEVEL_WORDS[index]}
              </option>
            ))}
          </select>
        </label>
        <Button tone="act" onClick={() => start({ level, seed: seedFrom(Math.random()) })}>
          A new exercise
        </Button>
        <form
          className="flex items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault()
            ofCode()
          }}
        >
          <label className="flex items-center gap-2">
            or of a code
            <input
              value={code}
              maxLength={12}
              placeholder="2-K7Q"
              onChange={({ target }) => setCode(target.value)}
              className="w-24 rounded-md border border-seam bg-linen px-2 py-1 uppercase max-sm:min-h-[44px]"
            />
          </label>
          <Button type="submit" disabled={code.trim() === ''}>
            Begin it
          </Button>
        </form>
      </div>
      {fault !== undefined && (
        <p role="alert" className="text-madder">
          {fault}
        </p>
      )}
    </section>
  )
}

interface ActingProps {
  readonly trouble: Trouble
  readonly exercise: Exercise
}

/** What may be looked at, by sight or by hand, and done. */
function Looking({ trouble, exercise }: ActingProps) {
  const { looks, look } = usePractice()
  const { harness } = trouble.rehearsal
  const done = new Set([...looks.map((one) => one.look.key), exercise.complaint[0]])
  const open = trouble.looks.filter(({ key }) => !done.has(key))
  const bySight = groupBy(
    open.filter(({ kind }) => kind === 'sight'),
    ({ sight }) => KIND_WORDS[sight!.kind],
  )
  const byHand = groupBy(
    open.filter(({ kind }) => kind !== 'sight'),
    ({ at }) => harness.port(at).item.mark,
  )
  const [key, setKey] = useState('')
  const picked = open.find((one) => one.key === key)
  const act = (one: Look) => look({ look: one, answer: answerOf(one, exercise.faults, exercise.seen) })
  const nameOf = (one: Look) => (one.kind === 'sight' ? sightName(harness, one.sight!) : lookText(harness, one))
  return (
    <div className="flex flex-wrap items-center gap-2">
      <label className="flex min-w-0 items-center gap-2">
        look
        <select
          value={picked?.key ?? ''}
          onChange={({ target }) => setKey(target.value)}
          className={`${SELECT} w-80 max-w-full`}
        >
          <option value="">at what?</option>
          {[...bySight, ...byHand].map(([name, some]) => (
            <optgroup key={name} label={name}>
              {some.map((one) => (
                <option key={one.key} value={one.key}>
                  {nameOf(one)}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
      </label>
      <Button tone="act" disabled={picked === undefined} onClick={() => picked !== undefined && act(picked)}>
        {picked === undefined
          ? 'Look'
          : `Look: ${picked.costMinutes} min${picked.isPowerOff ? ', power off first' : ''}`}
      </Button>
    </div>
  )
}

/** Names what is wrong; when it is so, another one may still be hidden. */
function Naming({ trouble, exercise }: ActingProps) {
  const { foundIds, name } = usePractice()
  const { harness } = trouble.rehearsal
  const [id, setId] = useState('')
  const faults = trouble.candidates.map((one) => ({ id: one.id, fault: one.faults[0]!, weight: one.weight }))
  const say = () => {
    const named = trouble.candidates.find((one) => one.id === id)!
    const left = exercise.hidden.filter((one) => !foundIds.includes(one.id))
    const hit = left.find((one) => one.id === id || (exercise.hidden.length === 1 && isAlike(trouble, named, one)))
    name(hit === undefined ? { wrong: faultText(harness, named.faults[0]!) } : { foundId: hit.id })
    setId('')
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <FaultSelect harness={harness} faults={faults} value={id} onChange={setId} label="it is" none="what?" />
      <Button disabled={id === ''} onClick={say}>
        That is it
      </Button>
    </div>
  )
}

function Underway({ trouble, exercise, trying }: ActingProps & { readonly trying: Trying }) {
  const { looks, wrong, foundIds, hasEnded } = usePractice()
  const { harness, sights } = trouble.rehearsal
  const [key, value] = exercise.complaint
  const complained = sights.find((sight) => sight.key === key)!
  const isFound = foundIds.length === exercise.hidden.length
  const textOf = ({ look, answer }: DoneLook) => {
    const words = answerText(harness, look, answer, exercise.faults)
    return look.kind === 'sight' ? `${sightName(harness, look.sight!)} ${words}` : `${lookText(harness, look)} ${words}`
  }
  return (
    <section
      aria-label={`Exercise ${exerciseCode(exercise.code)}`}
      className="space-y-3 rounded-lg border border-woad bg-woad-wash p-3"
    >
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h3 className="grow font-display text-lg font-semibold">Exercise {exerciseCode(exercise.code)}</h3>
        <span role="status">
          {minutesSpent(looks, wrong.length).toFixed(1)} min, {countOf(looks.length, 'look')}
        </span>
      </div>
      <p>
        Its owner says:{' '}
        <strong>
          {sightName(harness, complained)} {VALUE_WORDS[complained.kind][value as Value] ?? value}.
        </strong>
        {exercise.hidden.length > 1 && ' Two things are wrong.'}
      </p>
      <ul aria-label="What you found" className="text-[15px]">
        {looks.map((one) => (
          <li key={one.look.key} className="flex gap-2 border-t border-thread py-0.5">
            <span className="w-14 shrink-0 text-right text-faded">{one.look.costMinutes} min</span>
            <span className={one.answer === 'asPlanned' || one.answer === 'fine' ? '' : 'font-semibold'}>
              {textOf(one)}
            </span>
          </li>
        ))}
        {wrong.map((text, index) => (
          <li key={index} className="flex gap-2 border-t border-thread py-0.5">
            <span className="w-14 shrink-0 text-right text-faded">{WRONG_MINUTES} min</span>
            <span>Not so: {text}</span>
          </li>
        ))}
        {exercise.hidden
          .filter(({ id }) => foundIds.includes(id))
          .map((one) => (
            <li key={one.id} className="border-t border-thread py-0.5 font-semibold text-moss">
              Found: {faultText(harness, one.faults[0]!)}
            </li>
          ))}
      </ul>
      {!isFound && !hasEnded && (
        <>
          <Looking trouble={trouble} exercise={exercise} />
          <Naming trouble={trouble} exercise={exercise} />
        </>
      )}
      <PracticeResult trouble={trouble} exercise={exercise} trying={trying} isFound={isFound} />
    </section>
  )
}

/** Finding faults for practice: something is hidden, every look costs minutes, and the tool is the measure. */
export function PractiseView({ trying }: { readonly trying: Trying }) {
  const exercise = usePractice((state) => state.exercise)
  const { trouble, triedCount, hasFailed } = trying
  if (hasFailed) return <p role="alert">The faults could not be tried in this browser. Reload the page.</p>
  if (trouble === undefined)
    return <p role="status">Trying what can be wrong: {countOf(triedCount, 'fault')} tried …</p>
  // An exercise of another machine, or of another wiring, is over.
  const isOf = exercise?.hidden.every((one) => trouble.candidates.some(({ id }) => id === one.id)) === true
  return (
    <div className="space-y-3">
      <Beginning trouble={trouble} />
      {exercise !== undefined && isOf && <Underway trouble={trouble} exercise={exercise} trying={trying} />}
      <Records />
    </div>
  )
}
