import clsx from 'clsx'
import { Check, ChevronDown, ChevronUp } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import type { GoalKey } from '@/core/weave/model/model'
import type { Manner } from '@/core/weave/answers/proposals'
import { boughtTexts, MANNER_WORDS } from '@/core/wording/plan-text'
import { Button } from '@/ui/shared/button'
import { formatMoney } from '@/ui/shared/money'
import { SeverityCount, SeverityCounts } from '@/ui/shared/severity'
import { PlanSketch } from './plan-sketch'
import type { Gathered } from './use-shown'
import { isTakeable, useTake } from './use-take'

/** What a plan costs, as far as prices are known. */
function Money({ shown, currency }: { readonly shown: Gathered; readonly currency: string }) {
  const value = (goal: string) => shown.sent.reached.find((entry) => entry.goal === goal)
  const cents = value('cents')
  const unpriced = value('unpriced')?.value ?? 0
  if (cents === undefined && shown.isSought) return NOT_YET
  return (
    <>
      <span className="font-semibold">{formatMoney(cents?.value ?? 0, currency)}</span>
      {unpriced > 0 && <span className="block text-[13px] text-plum">and {unpriced} without a price</span>}
      {cents?.isProven === false && <span className="block text-[13px] text-faded">best found so far</span>}
    </>
  )
}

/** Of a plan that is still being bettered, a goal that was not looked at yet. */
const NOT_YET = <span className="text-faded">not yet known</span>

const percent = (share: number | undefined) => (share === undefined ? 'nothing loaded' : `${Math.round(share * 100)} %`)

interface Line {
  readonly name: string
  /** Whether it stands in the short table: what most people choose by. */
  readonly isFirst?: boolean
  readonly of: (shown: Gathered) => ReactNode
}

/** What becomes of leads, as it is told. */
const DOES = [
  ['comes', 'plugged in'],
  ['moves', 'moved'],
  ['goes', 'pulled out'],
  ['stays', 'stay'],
] as const

function linesOf(currency: string): readonly Line[] {
  const came = (goal: GoalKey) => (shown: Gathered) =>
    shown.sent.reached.find((entry) => entry.goal === goal)?.value ?? (shown.isSought ? NOT_YET : 0)
  return [
    { name: 'Money', isFirst: true, of: (shown) => <Money shown={shown} currency={currency} /> },
    {
      name: 'To buy',
      isFirst: true,
      of: (shown) => {
        const texts = boughtTexts(shown.today, shown.plan)
        if (texts.length === 0) return 'nothing'
        return (
          <ul className="space-y-0.5">
            {texts.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        )
      },
    },
    {
      name: 'Not needed',
      of: ({ plan }) => (plan.spare.length === 0 ? 'all in use' : plan.spare.map(({ mark }) => mark).join(', ')),
    },
    { name: 'Wiring: ● fan, □ light', isFirst: true, of: (shown) => <PlanSketch shown={shown} /> },
    { name: 'Splitters, hubs, boxes', of: ({ spare }) => spare.thingCount },
    { name: 'Groups kept apart', of: came('splits') },
    { name: 'Extensions', of: ({ spare }) => spare.extensionCount },
    { name: 'Connections in all', of: ({ spare }) => spare.threadCount },
    { name: 'Leads in sight', of: ({ spare }) => spare.sightCount ?? 'no place is known' },
    {
      name: 'Leads',
      isFirst: true,
      of: (shown) =>
        DOES.flatMap(([does, words]) => {
          const count = shown.steps.filter((step) => step.does === does).length
          return count === 0 ? [] : [`${count} ${words}`]
        }).join(', '),
    },
    { name: 'Least headroom', of: ({ spare }) => percent(spare.headroomShare) },
    { name: 'USB places left', of: ({ spare }) => spare.usbPlaceCount },
    { name: 'Supply plugs left', of: ({ spare }) => spare.supplyPlugCount },
    {
      name: 'All rules say',
      isFirst: true,
      of: ({ verdicts: { counts } }) => (
        <span className="flex flex-wrap gap-1">
          <SeverityCounts counts={counts} />
          {counts.stop + counts.warning + counts.unknown === 0 && <SeverityCount look="holds" count={1} />}
        </span>
      ),
    },
  ]
}

interface TableProps {
  readonly shown: readonly Gathered[]
  readonly picked: Manner | undefined
  readonly currency: string
  readonly onPick: (manner: Manner) => void
}

/** The proposals side by side. */
export function PlanTable({ shown, picked, currency, onPick }: TableProps) {
  const take = useTake()
  const [isWhole, setWhole] = useState(false)
  const lines = linesOf(currency)
  const hidden = lines.filter(({ isFirst }) => isFirst !== true).length
  const cell = (manner: Manner) =>
    clsx('min-w-32 border-l border-thread px-2 py-1.5 align-top', manner === picked && 'bg-woad-wash')
  return (
    <div className="shrink-0 overflow-x-auto rounded-lg border border-thread bg-cloth">
      <table className="w-full text-left text-[13px]">
        <thead>
          <tr>
            <th scope="col" className="px-2 py-1.5 align-top font-display text-faded">
              Plans
            </th>
            {shown.map((entry) => {
              const {
                sent: { manner },
                also,
                isSought,
              } = entry
              return (
                <th key={manner} scope="col" className={cell(manner)}>
                  <span className="block font-display text-[15px]" title={MANNER_WORDS[manner].means}>
                    {MANNER_WORDS[manner].name}
                  </span>
                  <span className="mt-1 flex flex-wrap gap-1">
                    <Button small aria-pressed={manner === picked} onClick={() => onPick(manner)}>
                      {manner === picked ? 'Shown below' : 'Show'}
                    </Button>
                    <Button
                      small
                      tone={manner === picked ? 'act' : 'plain'}
                      aria-label={`Take “${MANNER_WORDS[manner].name}”`}
                      disabled={!isTakeable(entry, isSought)}
                      onClick={() => take(entry)}
                    >
                      <Check size={14} aria-hidden /> Take
                    </Button>
                  </span>
                  {also.length > 0 && (
                    <span className="mt-1 block font-normal text-faded">
                      also: {also.map((other) => MANNER_WORDS[other].name.toLowerCase()).join('; ')}
                    </span>
                  )}
                  {isSought && <span className="block font-normal text-faded">still looking …</span>}
                </th>
              )
            })}
          </tr>
        </thead>
        <tbody>
          {lines
            .filter(({ isFirst }) => isWhole || isFirst === true)
            .map(({ name, of }) => (
              <tr key={name} className="border-t border-thread">
                <th scope="row" className="px-2 py-1.5 align-top font-normal whitespace-nowrap text-faded">
                  {name}
                </th>
                {shown.map((entry) => (
                  <td key={entry.sent.manner} className={cell(entry.sent.manner)}>
                    {of(entry)}
                  </td>
                ))}
              </tr>
            ))}
        </tbody>
      </table>
      <Button tone="quiet" small className="m-1" aria-expanded={isWhole} onClick={() => setWhole((before) => !before)}>
        {isWhole ? <ChevronUp size={14} aria-hidden /> : <ChevronDown size={14} aria-hidden />}
        {isWhole ? 'Fewer figures' : `${hidden} more figures`}
      </Button>
    </div>
  )
}
