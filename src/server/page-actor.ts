import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { cache } from 'react'
import { actorBy, type Actor } from './actor'

/** Who looks at a page, if anybody has signed in; asked once for all that is made of one request. */
export const whoLooks = cache(async (): Promise<Actor | undefined> => actorBy(await headers()))

/** Who looks at a page that is for people who have signed in and are on a bench; the others are shown where to do that. */
export async function pageActor(): Promise<Actor> {
  const actor = await whoLooks()
  if (actor === undefined) {
    const path = (await headers()).get('x-loom-path') ?? '/'
    redirect(`/sign-in?to=${encodeURIComponent(path)}`)
  }
  if (actor.benchId === undefined) redirect('/account')
  return actor
}
