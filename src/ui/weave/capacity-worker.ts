import { derive } from '@/core/operate/harness'
import { howManyMore, type CapacityAnswer } from '@/core/weave/answers/how-many'
import { openHighs } from '@/solver/highs'
import type { CapacityAsked } from './capacity-messages'

/** For each of the two questions; a proof ends it sooner. */
const SECONDS = 30

/** How many more fit as all is wired, and wired anew. */
async function answer({ build, machine, part }: CapacityAsked): Promise<CapacityAnswer> {
  const solver = await openHighs()
  const harness = derive(build)
  const now = () => performance.now() / 1000
  const ask = (keeps: boolean) => howManyMore(solver, harness, { machine, part, keeps, seconds: SECONDS, now })
  return { asWired: ask(true), anew: ask(false) }
}

addEventListener('message', ({ data }: MessageEvent<CapacityAsked>) => {
  answer(data).then(
    (told) => postMessage(told),
    () => postMessage({ asWired: undefined, anew: undefined } satisfies CapacityAnswer),
  )
})
