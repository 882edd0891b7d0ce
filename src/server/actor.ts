import { LoomError } from '../core/errors'
import type { Role } from '../core/formats/people-schema'
import { DESK } from './bench'
import { HURRIES, isHurrying, PERSON } from './hurry'
import { answer } from './http'
import { asking } from './log'
import { served } from './served'
import { sessionIn, type Session } from './sessions'

/** Who asks: nobody in particular at one desk, else a person who has signed in. */
export interface Actor {
  readonly session: Session | undefined
  /** The benches that the actor is on, and as what. */
  readonly roles: ReadonlyMap<string, Role>
  /** The bench that is meant where a request names nothing that lies on one; undefined for somebody on none. */
  readonly benchId: string | undefined
}

const AT_THE_DESK: Actor = { session: undefined, roles: new Map([[DESK, 'owner']]), benchId: DESK }

/** The name of the header, and of the word in an address, by which a page says on which bench it is. */
const BENCH_ASKED = 'loom-bench'

function benchAsked(headers: Headers, params: URLSearchParams): string | undefined {
  return headers.get(BENCH_ASKED) ?? params.get(BENCH_ASKED) ?? undefined
}

/** Who asks by these headers, or undefined for somebody who has not signed in. */
export async function actorBy(
  headers: Headers,
  params: URLSearchParams = new URLSearchParams(),
): Promise<Actor | undefined> {
  if (served() === undefined) return AT_THE_DESK
  const session = await sessionIn(headers)
  if (session === undefined) return undefined
  const about = asking.getStore()
  if (about !== undefined) about.personId = session.personId
  const roles = new Map(session.benches.map(({ id, role }) => [id, role]))
  const asked = benchAsked(headers, params)
  if (asked !== undefined && !roles.has(asked))
    throw new LoomError('FORBIDDEN', 'You are not on this bench any more. Open the list of builds again.')
  const last = session.benches.find(({ id }) => id === session.benchId) ?? session.benches[0]
  return { session, roles, benchId: asked ?? last?.id }
}

const signIn = () =>
  new LoomError('SIGN_IN', 'You are not signed in. Sign in, in another tab if this page holds something.')

const hurries = () => new LoomError('TOO_OFTEN', HURRIES)

/** Runs a handler for whoever asks; a SIGN_IN error for somebody who has not signed in. The one place where actors come from. */
export function withActor(request: Request, work: (actor: Actor) => Promise<Response>): Promise<Response> {
  return answer(async () => {
    const actor = await actorBy(request.headers, new URL(request.url).searchParams)
    if (actor === undefined) throw signIn()
    if (actor.session !== undefined && isHurrying(actor.session.personId, PERSON)) throw hurries()
    return work(actor)
  })
}

/** Where nobody signs in, there is nothing of people. */
function mustBeServed(): void {
  if (served() !== undefined) return
  throw new LoomError(
    'NOT_FOUND',
    'Nobody signs in at one desk: people, benches and links are there with ./loom serve.',
  )
}

/** The same for what there is only where people sign in. */
export function withPerson(
  request: Request,
  work: (actor: Actor & { readonly session: Session }) => Promise<Response>,
): Promise<Response> {
  return withActor(request, async (actor) => {
    mustBeServed()
    const { session } = actor
    if (session === undefined) throw signIn()
    return work({ ...actor, session })
  })
}

/** Runs a handler for somebody who need not have signed in, where people do. */
export function answerStranger(work: () => Promise<Response>): Promise<Response> {
  return answer(async () => {
    mustBeServed()
    return work()
  })
}
