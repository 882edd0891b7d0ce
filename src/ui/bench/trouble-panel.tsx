'use client'

import { PowerOff } from 'lucide-react'
import { useEffect, useMemo } from 'react'
import { planEditFor } from '@/core/bench/cure'
import { diagnose, type Candidate, type Probe, type Said, type Trouble } from '@/core/bench/diagnose'
import type { Sight, Value } from '@/core/bench/sight'
import type { Harness } from '@/core/operate/harness'
import { answerText, cureText, faultText, lookText } from '@/core/wording/bench-text'
import { countOf } from '@/core/wording/text'
import { useActions } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { useBench } from './bench-state'
import { LookPlace } from './look-place'
import { PutRight, SoFar } from './so-far'
import type { Trying } from './use-trouble'

/** So many of what may be wrong are told; the rest is counted. */
const MOST_TOLD = 6
const LEFT_ALIGNED = 'justify-start! text-left whitespace-normal!'

const percentOf = (weight: number, total: number) => `${Math.max(1, Math.round((100 * weight) / total))} %`

function NextLook({ harness, probe }: { readonly harness: Harness; readonly probe: Probe }) {
  const { see, find, skip } = useBench()
  const { look, answers } = probe
  const answer = (is: string) => (look.kind === 'sight' ? see(look.key, is as Value) : find(look.key, is))
  return (
    <section aria-label="Next look" className="space-y-2 rounded-lg border border-woad bg-woad-wash p-3">
      <h4 className="font-display font-semibold">Look at this next</h4>
      {look.isPowerOff && <PowerOffFirst />}
      <p>{lookText(harness, look)}</p>
      <LookPlace harness={harness} look={look} />
      <div className="flex flex-col gap-1.5">
        {[...answers].map(([is, group]) => (
          <Button key={is} className={LEFT_ALIGNED} onClick={() => answer(is)}>
            {answerText(harness, look, is, group.length === 1 ? group[0]!.faults : [])}
          </Button>
        ))}
        {look.kind !== 'sight' && (
          <Button tone="quiet" className={LEFT_ALIGNED} onClick={() => find(look.key, 'none of these')}>
            none of these
          </Button>
        )}
        <Button tone="quiet" className={LEFT_ALIGNED} onClick={() => skip(look.key, true)}>
          I cannot look there
        </Button>
      </div>
    </section>
  )
}

const PowerOffFirst = () => (
  <p className="flex items-center gap-2 font-semibold text-madder">
    <PowerOff size={16} aria-hidden className="shrink-0" /> Switch off at the supply and wait until nothing turns or
    shines.
  </p>
)

/** The one that is left: what it is, what to do, and whether it was so. */
function Culprit({ harness, one }: { readonly harness: Harness; readonly one: Candidate }) {
  const { putRight, ruleOut } = useBench()
  const { dispatch } = useActions()
  const { faults } = one
  const text = faults.map((fault) => faultText(harness, fault)).join(' ')
  const note = (end: string) => putRight({ at: new Date().toISOString(), text: `${text}${end}` })
  const edit = faults.length === 1 ? planEditFor(harness, faults[0]!) : undefined
  return (
    <section aria-label="What is wrong" className="space-y-2 rounded-lg border border-moss bg-moss-wash p-3">
      <h4 className="font-display text-lg font-semibold">{text}</h4>
      {faults.map((fault) => (
        <p key={JSON.stringify(fault)}>{cureText(harness, fault)}</p>
      ))}
      <p>Then all should be as the list says.</p>
      <div className="flex flex-col gap-1.5">
        <Button tone="act" className={LEFT_ALIGNED} onClick={() => note('')}>
          It was so, and is put right
        </Button>
        {edit !== undefined && (
          <Button className={LEFT_ALIGNED} onClick={() => dispatch(edit) && note(' Taken into the plan.')}>
            It is so, and may stay: change the plan
          </Button>
        )}
        <Button tone="quiet" className={LEFT_ALIGNED} onClick={() => ruleOut(one.id)}>
          No, that is not it
        </Button>
      </div>
    </section>
  )
}

/** All that was said so far, the same as long as nothing else is said. */
function useSaid(): Said {
  const { seen, found, skipped, ruledOut } = useBench()
  return useMemo(() => ({ seen, found, skipped, ruledOut }), [seen, found, skipped, ruledOut])
}

function Left({ harness, trouble }: { readonly harness: Harness; readonly trouble: Trouble }) {
  const said = useSaid()
  const { left, next } = useMemo(() => diagnose(trouble, said), [trouble, said])
  const [only] = left
  if (only === undefined) return null
  if (left.length === 1) return <Culprit harness={harness} one={only} />
  const total = left.reduce((sum, { weight }) => sum + weight, 0)
  const textOf = ({ faults }: Candidate) => faults.map((fault) => faultText(harness, fault)).join(' ')
  return (
    <>
      {next !== undefined && <NextLook harness={harness} probe={next} />}
      {next === undefined && (
        <>
          <p>No look that is left tells these apart. Try the likeliest first:</p>
          <Culprit harness={harness} one={only} />
        </>
      )}
      <section aria-label="What may be wrong">
        <h4 className="font-semibold">
          {only.faults.length === 1 ? countOf(left.length, 'fault') : `${left.length} pairs of faults`} may be it, the
          likeliest first
        </h4>
        <ul>
          {left.slice(0, MOST_TOLD).map((one) => (
            <li key={one.id} className="flex gap-2 border-t border-thread py-0.5">
              <span className="w-11 shrink-0 text-right text-faded">{percentOf(one.weight, total)}</span>
              {textOf(one)}
            </li>
          ))}
        </ul>
        {left.length > MOST_TOLD && <p className="text-faded">and {left.length - MOST_TOLD} more</p>}
      </section>
    </>
  )
}

/** What explains all that was said: one fault, else two at once, else nothing that is known. */
function Explained({
  harness,
  trying,
  trouble,
}: {
  readonly harness: Harness
  readonly trying: Trying
  readonly trouble: Trouble
}) {
  const said = useSaid()
  const isSingle = useMemo(() => diagnose(trouble, said).left.length > 0, [trouble, said])
  const { pairsFor, askPairs } = trying
  const pairs = isSingle ? undefined : pairsFor(said)
  const isAsking = !isSingle && pairs === undefined
  useEffect(() => {
    if (isAsking) askPairs(said)
  }, [isAsking, said, askPairs])
  if (isSingle) return <Left harness={harness} trouble={trouble} />
  const alone = `None of the ${trouble.candidates.length} single faults that this build can have explains all of this.`
  if (pairs === undefined) return <p role="status">{alone} Trying two at once …</p>
  if (diagnose(pairs, said).left.length === 0) {
    return <p>{alone} Neither do two at once. Look again at what you said, and take back what is least sure.</p>
  }
  return (
    <>
      <p>{alone} Two at once do:</p>
      <Left harness={harness} trouble={pairs} />
    </>
  )
}

interface TroubleProps {
  readonly harness: Harness
  readonly sights: readonly Sight[]
  readonly trying: Trying
  readonly isOdd: boolean
}

/** What may be wrong by what was seen, and what to look at next. */
export function TroublePanel({ harness, sights, trying, isOdd }: TroubleProps) {
  const { trouble, triedCount, hasFailed } = trying
  return (
    <section
      aria-label="Trouble"
      className="space-y-4 self-start rounded-lg border border-thread bg-cloth p-3 text-[15px] lg:sticky lg:top-3"
    >
      <h3 className="font-display text-lg font-semibold">
        {isOdd ? 'Something is wrong' : 'When something is not so'}
      </h3>
      {!isOdd && (
        <p>
          Switch on, look, and tick what is as it should be. Where something is not, say what you see instead: every
          fault that this build can have is then tried, and you are led to the one lead or setting.
        </p>
      )}
      {isOdd && hasFailed && <p role="alert">The faults could not be tried in this browser. Reload the page.</p>}
      {isOdd && trouble === undefined && !hasFailed && (
        <p role="status">Trying what can be wrong: {countOf(triedCount, 'fault')} tried …</p>
      )}
      {isOdd && trouble !== undefined && <Explained harness={harness} trying={trying} trouble={trouble} />}
      <SoFar harness={harness} sights={sights} trouble={trouble} />
      <PutRight />
    </section>
  )
}
