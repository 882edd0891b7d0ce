import { useMemo, useRef } from 'react'
import { apply } from '@/core/build/apply'
import type { Build } from '@/core/build/schema'
import { derive, type Harness } from '@/core/operate/harness'
import { check } from '@/core/rules/check'
import { portKey } from '@/core/build/refs'
import { groupBy } from '@/core/units/group'
import { stepsOf, type Step } from '@/core/weave/plan/differences'
import { saidOf, type Said } from '@/core/weave/problem/machine'
import { itemsOf, type Plan } from '@/core/weave/plan/plan'
import type { Manner } from '@/core/weave/answers/proposals'
import { spareOf, type Spare } from '@/core/weave/answers/spare'
import type { Sent } from '@/ui/weave/messages'

/** A proposal with the build as it would be. */
export interface Shown {
  readonly sent: Sent
  readonly today: Harness
  readonly after: Harness
  /** What the rules say of the machine. */
  readonly verdicts: Said
  readonly spare: Spare
  readonly steps: readonly Step[]
  readonly plan: Plan
}

function shownOf(today: Harness, sent: Sent): Shown {
  const after = derive(apply(today.build, sent.edit).build)
  const { looseKeys, ...rest } = sent.plan
  const loose = after.ports.filter(({ key }) => looseKeys.includes(key))
  const plan: Plan = { ...rest, loose, flowOf: new Map(), useOfItem: new Map() }
  return {
    sent,
    today,
    after,
    plan,
    verdicts: saidOf(check(after), itemsOf(plan)),
    spare: spareOf(after, itemsOf(plan)),
    steps: stepsOf(today, after, plan),
  }
}

/** Each proposal worked out once, against the build that was planned for. */
export function useShown(asked: Build | undefined, plans: readonly Sent[]): readonly Shown[] {
  const known = useRef(new WeakMap<Sent, Shown>())
  const today = useMemo(() => (asked === undefined ? undefined : derive(asked)), [asked])
  return useMemo(
    () =>
      today === undefined
        ? []
        : plans.map((sent) => {
            const shown = known.current.get(sent) ?? shownOf(today, sent)
            known.current.set(sent, shown)
            return shown
          }),
    [today, plans],
  )
}

const wiringOf = ({ plan }: Shown) =>
  plan.links
    .map(({ from, to }) => `${portKey(from)} ${portKey(to)}`)
    .toSorted()
    .join()

/** Plans that come to the same wiring as an earlier one are told with it, instead of a second time. */
export function withoutRepeats(shown: readonly Shown[]): readonly Gathered[] {
  const gathered = groupBy(shown, wiringOf)
  return [...gathered.values()].map(([first, ...others]) => ({
    ...first!,
    also: others.map(({ sent }) => sent.manner),
    isSought: [first!, ...others].some(({ sent }) => !sent.isDone),
  }))
}

/** A plan, with the other manners that come to the same. */
export interface Gathered extends Shown {
  readonly also: readonly Manner[]
  readonly isSought: boolean
}
