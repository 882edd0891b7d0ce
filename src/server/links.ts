import { nanoid } from 'nanoid'
import type { Build } from '../core/build/schema'
import { LoomError } from '../core/errors'
import { onBench } from './bench'
import { asStored, getStored, mustExist } from './builds'
import { db, type Tx } from './db'
import { digestOf, newToken } from './secrets'

/** Links under which a build may be looked at, and nothing else: not its history, not its bench, not who made it. */

const MOST_LINKS = 50

/** A link as those who share the build see it; its address is shown once, when it is made. */
export interface LinkShown {
  readonly id: string
  readonly madeAt: Date
  readonly endsAt: Date | null
}

/** The links of a build that have not run out, the newest first. */
export const linksOf = (tx: Tx, buildId: string): Promise<readonly LinkShown[]> =>
  tx<LinkShown[]>`
    select id, made_at as "madeAt", ends_at as "endsAt" from links
    where build_id = ${buildId} and (ends_at is null or ends_at > now()) order by made_at desc, id`

/** Makes a link that lasts so many days, or until it is ended; gives its token, which is kept nowhere. */
export async function makeLink(tx: Tx, buildId: string, days: number | null): Promise<string> {
  await mustExist(tx, buildId)
  await tx`delete from links where build_id = ${buildId} and ends_at < now()`
  const [counted] = await tx<{ count: number }[]>`select count(*)::int as count from links where build_id = ${buildId}`
  if (counted!.count >= MOST_LINKS)
    throw new LoomError('REQUEST_REFUSED', `A build has ${MOST_LINKS} links at most. End one first.`)
  const token = newToken()
  const endsAt = days === null ? null : tx`now() + ${days} * interval '1 day'`
  await tx`
    insert into links (id, build_id, token_digest, ends_at)
    values (${nanoid()}, ${buildId}, ${digestOf(token)}, ${endsAt})`
  return token
}

/** Ends a link at once; one that is gone stays gone. */
export async function endLink(tx: Tx, buildId: string, linkId: string): Promise<void> {
  await tx`delete from links where build_id = ${buildId} and id = ${linkId}`
}

const noLink = () =>
  new LoomError(
    'NOT_FOUND',
    'This link leads nowhere: it was ended, has run out, or never was. Ask whoever gave it to you.',
  )

/** The build to which a link leads, without what tells of where it lies; a NOT_FOUND error, the same for every reason. */
export async function sharedBuild(token: string): Promise<Build> {
  const [link] = await db()<{ benchId: string; buildId: string }[]>`
    select bench_id as "benchId", build_id as "buildId" from links
    where token_digest = ${digestOf(token)} and (ends_at is null or ends_at > now())`
  if (link === undefined) throw noLink()
  const { benchId, buildId } = link
  const build = await onBench({ benchId, role: 'reader' }, async (tx) => asStored(await getStored(tx, buildId))).catch(
    (error: unknown) => {
      throw error instanceof LoomError ? noLink() : error
    },
  )
  return { ...build, id: 'shared' }
}
