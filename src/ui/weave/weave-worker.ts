import { derive } from '@/core/harness/derive'
import type { Placements } from '@/core/weave/greedy'
import { propose, type Proposal } from '@/core/weave/proposals'
import { openHighs } from '@/solver/highs'
import type { Asked, Sent, Told } from './messages'

const tell = (told: Told) => postMessage(told)

function sentOf({ manner, reached, edit, schoolEdits, plan }: Proposal, isDone: boolean): Sent {
  const { bought, listed, links, spare, loose } = plan
  const looseKeys = loose.map(({ key }) => key)
  return { manner, reached, edit, schoolEdits, plan: { bought, listed, links, spare, looseKeys }, isDone }
}

/** Plans in one manner after the other; what was found for one is where the next begins. */
async function work({ build, offers, manners, seconds }: Asked): Promise<void> {
  const solver = await openHighs()
  const harness = derive(build)
  const known: Placements[] = []
  const now = () => performance.now() / 1000
  for (const manner of manners) {
    tell({ is: 'begun', manner })
    const onBetter = (better: Proposal) => tell({ is: 'plan', sent: sentOf(better, false) })
    const proposal = propose(solver, harness, manner, { offers, known: [...known], seconds, now, onBetter })
    known.push(proposal.placements)
    tell({ is: 'plan', sent: sentOf(proposal, true) })
  }
  tell({ is: 'done' })
}

addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  work(data).catch((error: unknown) => {
    tell({ is: 'failed', message: error instanceof Error ? error.message : String(error) })
  })
})
