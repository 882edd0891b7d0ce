'use client'

import type { Trouble } from '@/core/bench/diagnose'
import { exerciseCode, type Exercise } from '@/core/bench/exercise'
import { minutesOf } from '@/core/bench/solve'
import { faultText, lookText } from '@/core/wording/bench-text'
import { countOf } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { minutesSpent, usePractice } from './practice-state'
import type { Trying } from './use-trouble'

interface ResultProps {
  readonly trouble: Trouble
  readonly exercise: Exercise
  readonly trying: Trying
  readonly isFound: boolean
}

/** Ends an exercise, found or given up, and shows how the tool would have gone about it. */
export function PracticeResult({ trouble, exercise, trying, isFound }: ResultProps) {
  const { looks, wrong, hasEnded, end } = usePractice()
  const { harness } = trouble.rehearsal
  const finish = () => {
    end({
      at: new Date().toISOString(),
      buildName: harness.build.name,
      code: exerciseCode(exercise.code),
      minutes: minutesSpent(looks, wrong.length),
      lookCount: looks.length,
      isFound,
    })
    trying.askSolution(
      exercise.hidden.map(({ id }) => id),
      { seen: new Map([exercise.complaint]), found: new Map() },
    )
  }
  if (!hasEnded) {
    return (
      <Button tone={isFound ? 'act' : 'quiet'} onClick={finish}>
        {isFound ? 'See how the tool would have gone' : 'Give up, and show it'}
      </Button>
    )
  }
  const { solvedLooks } = trying
  return (
    <section aria-label="How the tool would have gone" className="space-y-1">
      {!isFound && (
        <p>
          It was: <strong>{exercise.hidden.map(({ faults }) => faultText(harness, faults[0]!)).join(' ')}</strong>
        </p>
      )}
      {solvedLooks === undefined ? (
        <p role="status">Working out how the tool would have gone …</p>
      ) : (
        <>
          <h4 className="font-semibold">
            The tool: {minutesOf(solvedLooks).toFixed(1)} min, {countOf(solvedLooks.length, 'look')}
          </h4>
          <ol className="list-decimal pl-6">
            {solvedLooks.map((look, index) => (
              <li key={index}>
                {lookText(harness, look)} <span className="text-faded">{look.costMinutes} min</span>
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  )
}
