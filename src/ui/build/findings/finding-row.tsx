'use client'

import clsx from 'clsx'
import { ArrowRight, ChevronDown, ChevronRight } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { memo, useMemo, useState } from 'react'
import { acceptEdit } from '@/core/build/accept'
import { acceptanceOf } from '@/core/rules/engine/accepted'
import { mendsFor, ruleOf } from '@/core/rules/check'
import { previewOf } from '@/core/rules/preview'
import { type Finding, type Mend, type Severity } from '@/core/rules/engine/rule'
import { findingText, mendText } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { PreviewLine } from '@/ui/shared/preview-line'
import { ReasonForm } from '@/ui/shared/reason-form'
import { SeverityMark } from '@/ui/shared/severity'
import { useActions, useHarness, useVerdicts } from '@/ui/session/context'
import { showAtStage } from '@/ui/stages/stages'

const MOST_MENDS = 6
/** Of a bundle of many leads only the first are thought about: the next come up once these are plugged. */
const MOST_TRIED = 12

/** What is left to do where no single edit helps. */
const WITHOUT_MENDS: Readonly<Record<Severity, string>> = {
  stop: 'No single edit mends this; it wants another part.',
  warning: 'No single edit mends this; it wants another part, or a decision.',
  unknown: 'Fill in the figure that is missing, and this settles itself.',
  note: 'Nothing has to be done.',
}

/** What a mend would change, beside it. */
function MendPreview({ mend }: { readonly mend: Mend }) {
  const harness = useHarness()
  const verdicts = useVerdicts()
  const preview = useMemo(() => previewOf(harness, verdicts, mend.edit), [harness, verdicts, mend])
  return <PreviewLine harness={harness} preview={preview} />
}

/** The repairs of a finding, each an edit of one press; what the one that is looked at changes stands below them. */
function Mends({ finding }: { readonly finding: Finding }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const [shown, setShown] = useState(0)
  const mends = useMemo(
    () => mendsFor(harness, finding, { most: MOST_MENDS, mostTried: MOST_TRIED }),
    [harness, finding],
  )
  if (mends.length === 0) return <p className="text-[13px] text-faded">{WITHOUT_MENDS[finding.severity]}</p>
  const looked = mends[shown] ?? mends[0]!
  return (
    <>
      <ul className="space-y-1">
        {mends.map((mend, index) => (
          <li key={mendText(mend)}>
            <Button
              small
              onClick={() => dispatch(mend.edit)}
              onFocus={() => setShown(index)}
              onMouseEnter={() => setShown(index)}
              className={clsx(
                'h-auto w-full justify-start py-1 text-left whitespace-normal!',
                mend === looked && 'border-woad',
              )}
            >
              <ArrowRight size={14} aria-hidden className="text-woad" /> {mendText(mend)}
            </Button>
          </li>
        ))}
      </ul>
      {/* Below them all, so that none moves away from under the pointer. */}
      <div className="border-l-2 border-woad py-0.5 pl-2">
        <MendPreview mend={looked} />
      </div>
    </>
  )
}

/** A warning may be taken on, with a reason; it comes back when one of its figures gets worse. */
function TakeOn({ finding }: { readonly finding: Finding }) {
  const { dispatch } = useActions()
  return (
    <ReasonForm
      label="Why you take it on"
      placeholder="or take it on, because …"
      action="Take it on"
      title="It comes back when one of its figures gets worse"
      onReason={(reason) => dispatch(acceptEdit(acceptanceOf(finding, reason)))}
    />
  )
}

/** What a finding rests on, what can be done about it, and where it is. */
function Opened({ finding, buildId }: { readonly finding: Finding; readonly buildId: string }) {
  const harness = useHarness()
  const router = useRouter()
  const show = () => {
    const stage = showAtStage(finding, harness)
    if (stage !== undefined) router.push(`/builds/${buildId}/${stage.id}`)
  }
  return (
    <div className="mt-2 ml-6 space-y-2">
      <Mends finding={finding} />
      {(finding.severity === 'warning' || finding.severity === 'note') && <TakeOn finding={finding} />}
      <p className="flex items-center justify-between gap-2 text-[13px] text-faded">
        <span>{ruleOf(finding).what}</span>
        <Button small tone="quiet" onClick={show}>
          Show
        </Button>
      </p>
    </div>
  )
}

interface FindingProps {
  readonly finding: Finding
  /** Its sum in one line, where it has one. */
  readonly sum: string | undefined
  readonly buildId: string
}

function OneFinding({ finding, sum, buildId }: FindingProps) {
  const [isOpen, setOpen] = useState(false)
  const Chevron = isOpen ? ChevronDown : ChevronRight
  return (
    <li className="border-b border-thread py-2 last:border-b-0">
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
        className="flex w-full items-start gap-2 text-left"
      >
        <span className="mt-0.5">
          <SeverityMark look={finding.severity} />
        </span>
        <span className="grow leading-snug">{findingText(finding)}</span>
        <Chevron size={16} aria-hidden className="mt-0.5 shrink-0 text-faded" />
      </button>
      {sum !== undefined && <p className="mt-1 ml-6 rounded bg-weft px-2 py-1 text-[13px]">{sum}</p>}
      {isOpen && <Opened finding={finding} buildId={buildId} />}
    </li>
  )
}

/** One thing that was found; opened, what it rests on and what can be done about it. One that stays is not drawn again. */
export const FindingRow = memo(
  OneFinding,
  (a, b) =>
    a.buildId === b.buildId && a.sum === b.sum && JSON.stringify(a.finding.params) === JSON.stringify(b.finding.params),
)
