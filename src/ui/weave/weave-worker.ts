import { derive } from '@/core/operate/harness'
import type { Placements } from '@/core/weave/first-plan/greedy'
import { neededLoose } from '@/core/weave/plan/plan'
import { propose, type Manner, type Proposal } from '@/core/weave/answers/proposals'
import { remedyFor } from '@/core/weave/answers/remedy'
import { remedyText } from '@/core/wording/plan-text'
import { openHighs } from '@/solver/highs'
import type { Asked, Sent, Told } from './messages'

const tell = (told: Told) => postMessage(told)
/** Compiled before anything is asked. */
const opening = openHighs()
// Who asks is told if it fails.
opening.catch(() => undefined)

function sentOf({ manner, reached, edit, schoolEdits, plan, placements }: Proposal, isDone: boolean): Sent {
  const { loose, flowOf: _flows, useOfItem: _uses, ...rest } = plan
  const looseKeys = loose.map(({ key }) => key)
  return { manner, reached, edit, schoolEdits, placements, plan: { ...rest, looseKeys }, isDone }
}

/** A plan that was not proven is looked for once more, for this share of the time, from all that is known by then. */
const SECOND_SHARE = 0.5

const isProven = ({ reached }: Proposal) => reached.every((goal) => goal.isProven)

/** Plans in one manner after the other; what was found for one is where the next begins. */
async function work({ build, machine, offers, others, manners, seconds, known: before }: Asked): Promise<void> {
  const solver = await opening
  const harness = derive(build)
  const found = new Map<Manner, Proposal>()
  const now = () => performance.now() / 1000
  const plan = (manner: Manner, share: number) => {
    tell({ is: 'begun', manner })
    const known: readonly Placements[] = [...before, ...[...found.values()].map(({ placements }) => placements)]
    const isFirst = !found.has(manner)
    const onBetter = (better: Proposal) => isFirst && tell({ is: 'plan', sent: sentOf(better, false) })
    const proposal = propose(solver, harness, manner, {
      machine,
      offers,
      known,
      seconds: seconds * share,
      now,
      onBetter,
    })
    found.set(manner, proposal)
    return proposal
  }
  for (const manner of manners) {
    const proposal = plan(manner, 1)
    tell({ is: 'plan', sent: sentOf(proposal, isProven(proposal)) })
  }
  for (const manner of manners) {
    const first = found.get(manner)!
    if (!isProven(first)) tell({ is: 'plan', sent: sentOf(plan(manner, SECOND_SHARE), true) })
  }
  const best = [...found.values()].toSorted((a, b) => neededLoose(a.plan).length - neededLoose(b.plan).length)[0]
  const remedy =
    best === undefined ? undefined : remedyFor(solver, harness, best, { machine, offers, others, seconds, now })
  if (remedy !== undefined) tell({ is: 'remedy', remedy: { text: remedyText(remedy), offers: remedy.offers } })
  tell({ is: 'done' })
}

addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  work(data).catch((error: unknown) => {
    tell({ is: 'failed', message: error instanceof Error ? error.message : String(error) })
  })
})
