import { Check } from 'lucide-react'
import { useMemo, useState } from 'react'
import { findingKey, portKey } from '@/core/build/refs'
import { CAUTIONS } from '@/core/sheet/cautions'
import type { Step } from '@/core/weave/plan/differences'
import { partOfPlan } from '@/core/weave/plan/part-of-plan'
import { judge } from '@/core/weave/plan/plan-edits'
import { neededLoose } from '@/core/weave/plan/plan'
import { lackTexts, reasonFor, whyLoose } from '@/core/wording/reason-text'
import { goalText, MANNER_WORDS, NOT_LOOKED_FOR_TEXT, settledTexts, stepText } from '@/core/wording/plan-text'
import { countOf, findingText } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { SeverityMark } from '@/ui/shared/severity'
import { PlanCompare } from './plan-compare'
import type { Shown } from './use-shown'
import { changesOf, isTakeable, isWiredSo, useTake } from './use-take'

/** In the order of the work at the bench: pull out, lay in, plug; what stays comes last. */
const GROUPS = [
  { does: 'goes', title: 'Unplug' },
  { does: 'moves', title: 'Move' },
  { does: 'comes', title: 'Plug in' },
  { does: 'stays', title: 'Stays as it is' },
] as const

interface RowProps {
  readonly shown: Shown
  readonly step: Step
  readonly reason: string | undefined
  readonly isChosen: boolean
  readonly onChoose: (isChosen: boolean) => void
}

/** One lead of a plan, with why it goes there. */
function StepRow({ shown, step, reason, isChosen, onChoose }: RowProps) {
  const text = stepText(shown.today, shown.after, step)
  return (
    <li className="border-t border-thread py-1 first:border-t-0">
      <label className="flex items-start gap-2">
        {step.does === 'moves' || step.does === 'comes' ? (
          <input
            type="checkbox"
            checked={isChosen}
            onChange={(event) => onChoose(event.target.checked)}
            className="mt-1 accent-woad"
          />
        ) : (
          <span className="w-3.5" />
        )}
        <span>
          {text}
          {reason !== undefined && <span className="block text-[13px] text-faded">{reason}</span>}
        </span>
      </label>
    </li>
  )
}

interface DetailsProps {
  readonly shown: Shown
  /** Plans that it can be compared with. */
  readonly others: readonly Shown[]
  readonly isStillSought: boolean
}

/** What a plan comes to, what is left to say of it, and every lead, to take as a whole or in part. */
export function PlanDetails({ shown, others, isStillSought }: DetailsProps) {
  const { sent, today, after, plan, steps, verdicts } = shown
  const take = useTake()
  const changes = changesOf(shown)
  // Asked of every port for every lead, so once for a plan.
  const reasons = useMemo(
    () =>
      new Map(
        steps.flatMap(({ lead, to }) => (to === undefined ? [] : [[portKey(lead), reasonFor(after, lead)] as const])),
      ),
    [after, steps],
  )
  const [against, setAgainst] = useState('')
  const other = others.find(({ sent: { manner } }) => manner === against)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const chosen = changes.filter(({ lead }) => !left.has(portKey(lead)))
  const isWhole = chosen.length === changes.length
  const accept = () => {
    if (isWhole) return take(shown)
    const keys = new Set(chosen.map(({ lead }) => portKey(lead)))
    take(shown, { edit: judge(today, partOfPlan(today, plan, keys)).edit, leadCount: chosen.length })
  }
  const toggle = (step: Step, isChosen: boolean) => {
    const next = new Set(left)
    if (isChosen) next.delete(portKey(step.lead))
    else next.add(portKey(step.lead))
    setLeft(next)
  }
  const loose = neededLoose(plan)
  const serious = verdicts.findings.filter(({ severity }) => severity === 'stop' || severity === 'warning')
  return (
    <section aria-label="The plan" className="rounded-lg border border-thread bg-cloth p-3">
      <header className="flex flex-wrap items-start gap-2">
        <div className="grow">
          <h3 className="font-display text-lg font-semibold">{MANNER_WORDS[sent.manner].name}</h3>
          <p className="text-faded">{MANNER_WORDS[sent.manner].means}</p>
        </div>
        {isWiredSo(shown) ? (
          <p className="flex items-center gap-1.5 text-moss">
            <Check size={16} aria-hidden /> All is wired so already.
          </p>
        ) : (
          <Button
            tone="act"
            onClick={accept}
            disabled={(chosen.length === 0 && changes.length > 0) || !isTakeable(shown, isStillSought)}
          >
            <Check size={16} aria-hidden /> {isWhole ? 'Take this plan' : `Take ${chosen.length} of ${changes.length}`}
          </Button>
        )}
      </header>
      <p className="text-[13px] text-faded">
        {isStillSought && 'A better one may still be found. '}
        {NOT_LOOKED_FOR_TEXT}
      </p>
      {loose.length > 0 && (
        <div className="mt-2 text-madder">
          <p className="font-semibold">
            {isStillSought ? 'So far no' : 'No'} plan gives every lead a port: {lackTexts(after, loose).join('; ')}.
          </p>
          <ul>
            {loose.map(({ ref, key }) => (
              <li key={key}>{whyLoose(after, ref)}</li>
            ))}
          </ul>
        </div>
      )}
      {verdicts.counts.stop > 0 && loose.length === 0 && (
        <p className="mt-2 text-madder">
          The rules still see {countOf(verdicts.counts.stop, 'stop')} here: pinned threads are kept as they are, and so
          is whatever no wiring changes. Unpin them, or look at what stands on the right.
        </p>
      )}
      <div className="mt-2 grid gap-4 lg:grid-cols-[1.6fr_1fr]">
        <div>
          {others.length > 0 && (
            <label className="mb-2 flex items-center gap-2">
              Against
              <select
                value={other?.sent.manner ?? ''}
                onChange={(event) => setAgainst(event.target.value)}
                className="h-7 rounded-md border border-seam bg-cloth px-1 text-[13px]"
              >
                <option value="">today</option>
                {others.map(({ sent: { manner } }) => (
                  <option key={manner} value={manner}>
                    the plan “{MANNER_WORDS[manner].name}”
                  </option>
                ))}
              </select>
            </label>
          )}
          {other !== undefined && <PlanCompare here={shown} there={other} />}
          {(other === undefined ? GROUPS : []).map(({ does, title }) => {
            const own = steps.filter((step) => step.does === does)
            if (own.length === 0) return null
            return (
              <div key={does} className="mb-3">
                <h4 className="font-semibold">
                  {title} ({own.length})
                </h4>
                <ul>
                  {own.map((step) => (
                    <StepRow
                      key={portKey(step.lead)}
                      shown={shown}
                      step={step}
                      reason={reasons.get(portKey(step.lead))}
                      isChosen={!left.has(portKey(step.lead))}
                      onChoose={(isChosen) => toggle(step, isChosen)}
                    />
                  ))}
                </ul>
              </div>
            )
          })}
        </div>
        <div className="space-y-3">
          <div>
            <h4 className="font-semibold">What it comes to</h4>
            <ul className="text-[13px]">
              {[...sent.reached.map(goalText), ...settledTexts(plan.settled)].map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </div>
          {serious.length > 0 && (
            <div>
              <h4 className="font-semibold">What the rules still say</h4>
              <ul className="space-y-1 text-[13px]">
                {serious.map((finding) => (
                  <li key={findingKey(finding)} className="flex gap-1.5">
                    <SeverityMark look={finding.severity} size={14} /> <span>{findingText(finding)}</span>
                  </li>
                ))}
              </ul>
            </div>
          )}
          <p className="rounded bg-weld-wash px-2 py-1 text-[13px]">{CAUTIONS[0]}</p>
          {after.build.items.length > today.build.items.length && (
            <p className="text-[13px] text-faded">What is bought comes onto the bench and the shopping list.</p>
          )}
        </div>
      </div>
    </section>
  )
}
