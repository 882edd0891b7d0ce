'use client'

import { Check } from 'lucide-react'
import Link from 'next/link'
import { findingKey } from '@/core/build/refs'
import { mendAll, type MendPlan } from '@/core/rules/mend-all'
import { countOf, findingText, mendText } from '@/core/wording/text'
import { Button, buttonClass } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { SeverityMark } from '@/ui/shared/severity'
import { useSearch } from '@/ui/shared/use-search'
import { useActions, useHarness } from '@/ui/session/context'

function Repairs({ plan, buildId }: { readonly plan: MendPlan; readonly buildId: string }) {
  const { repairs, left } = plan
  return (
    <div className="space-y-3">
      {repairs.length === 0 && <p>No repair takes a stop away with what is on the bench.</p>}
      <ol className="space-y-2">
        {repairs.map(({ mend, clears }, index) => (
          <li key={index} className="rounded border border-thread px-3 py-2">
            <p className="font-semibold">
              {index + 1}. {mendText(mend)}
            </p>
            {clears.length === 0 && <p className="text-[13px] text-faded">one loose lead less</p>}
            {clears.map((finding) => (
              <p key={findingKey(finding)} className="flex gap-1.5 text-[13px] text-faded">
                <Check size={14} aria-hidden className="mt-0.5 shrink-0 text-moss" />
                <span>clears: {findingText(finding)}</span>
              </p>
            ))}
          </li>
        ))}
      </ol>
      {left.length > 0 && (
        <section aria-label="What is left">
          <h3 className="font-semibold">
            {countOf(left.length, 'stop')} left: {left.length === 1 ? 'it wants' : 'they want'} something that is not on
            the bench, or a decision of yours
          </h3>
          <ul className="mt-1 space-y-1">
            {left.map((finding) => (
              <li key={findingKey(finding)} className="flex gap-1.5 text-[13px]">
                <span className="mt-0.5">
                  <SeverityMark look="stop" size={14} />
                </span>
                {findingText(finding)}
              </li>
            ))}
          </ul>
          <p className="mt-2">
            <Link href={`/builds/${buildId}/threads/plans`} className={buttonClass('plain', true)}>
              Plan it with parts to buy …
            </Link>
          </p>
        </section>
      )}
    </div>
  )
}

/** Repairs that leave as few stops as can be, none of them for nothing: what each clears, one press, one step to undo. */
export function MendAllDialog({ buildId, onClose }: { readonly buildId: string; readonly onClose: () => void }) {
  const harness = useHarness()
  const found = useSearch(harness, () => mendAll(harness))
  const { dispatch } = useActions()
  const plan = 'value' in found ? found.value : undefined
  return (
    <Dialog
      isOpen
      onClose={onClose}
      title="Mend all"
      description="Repairs with what is on the bench, tried by all rules. They are made as one step, which can be undone."
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            tone="act"
            disabled={plan === undefined || plan.repairs.length === 0}
            onClick={() => {
              if (plan !== undefined && dispatch(plan.edit)) onClose()
            }}
          >
            {plan === undefined
              ? 'Looking …'
              : `Make ${plan.repairs.length === 1 ? 'this repair' : `these ${plan.repairs.length} repairs`}`}
          </Button>
        </>
      }
    >
      {'value' in found ? (
        <Repairs plan={found.value} buildId={buildId} />
      ) : (
        <p aria-live="polite">Looking for repairs: {found.triedCount} tried …</p>
      )}
    </Dialog>
  )
}
