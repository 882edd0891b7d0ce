import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticationResponseJSON,
  type AuthenticatorTransport,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
  type RegistrationResponseJSON,
} from '@simplewebauthn/server'
import { LoomError } from '../core/errors'
import { db } from './db'
import { digestOf, newToken } from './secrets'
import { served } from './served'
import { cookieIn, type Session } from './sessions'
import { mustProve } from './sign-in'

/** Sign-in by passkey (W3C WebAuthn): who has one types no name, so that nobody learns which names there are. */

const CHALLENGE_SECONDS = 300
const COOKIE = '__Host-loom-passkey'
const MOST_PASSKEYS = 20

/** A passkey as its owner sees it. */
export interface PasskeyShown {
  readonly id: string
  readonly name: string
  readonly madeAt: Date
  readonly usedAt: Date | null
}

export const passkeysOf = (personId: string): Promise<readonly PasskeyShown[]> =>
  db()<PasskeyShown[]>`
    select credential_id as id, name, made_at as "madeAt", used_at as "usedAt" from passkeys
    where person_id = ${personId} order by made_at, credential_id`

function site() {
  const origin = served()?.origin ?? ''
  return { origin, hostname: new URL(origin).hostname }
}

const refused = () =>
  new LoomError('SIGN_IN', 'This passkey was not accepted here. Try once more, or sign in with name and password.')

/** Keeps what a browser is to sign, once; gives the head of the answer that ties it to that browser. */
async function keepChallenge(challenge: string, personId: string | null): Promise<HeadersInit> {
  const token = newToken()
  const sql = db()
  await sql`delete from passkey_challenges where ends_at < now()`
  await sql`
    insert into passkey_challenges (token_digest, challenge, person_id, ends_at)
    values (${digestOf(token)}, ${challenge}, ${personId}, now() + ${CHALLENGE_SECONDS} * interval '1 second')`
  const words = `Path=/; Secure; HttpOnly; SameSite=Strict; Max-Age=${CHALLENGE_SECONDS}`
  return { 'set-cookie': `${COOKIE}=${token}; ${words}`, 'cache-control': 'no-store' }
}

/** The challenge of this browser, which is used up by that. */
async function takeChallenge(headers: Headers, personId: string | null): Promise<string> {
  const token = cookieIn(headers, COOKIE)
  if (token === undefined) throw refused()
  const [row] = await db()<{ challenge: string }[]>`
    delete from passkey_challenges
    where token_digest = ${digestOf(token)} and ends_at > now() and person_id is not distinct from ${personId}
    returning challenge`
  if (row === undefined) throw refused()
  return row.challenge
}

interface Begun<T> {
  readonly options: T
  readonly headers: HeadersInit
}

/** What a browser needs to make a passkey for somebody who has signed in, and proves who they are once more. */
export async function beginPasskey(
  headers: Headers,
  session: Session,
  password: string,
): Promise<Begun<PublicKeyCredentialCreationOptionsJSON>> {
  await mustProve(headers, session, password)
  const held = await passkeysOf(session.personId)
  if (held.length >= MOST_PASSKEYS)
    throw new LoomError('REQUEST_REFUSED', `Somebody has ${MOST_PASSKEYS} passkeys at most. Take one away first.`)
  const options = await generateRegistrationOptions({
    rpName: 'Gentle Loom',
    rpID: site().hostname,
    userName: session.signInName,
    userDisplayName: session.name,
    userID: new TextEncoder().encode(session.personId),
    attestationType: 'none',
    excludeCredentials: held.map(({ id }) => ({ id })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  })
  return { options, headers: await keepChallenge(options.challenge, session.personId) }
}

/** Keeps the passkey that a browser made. */
export async function keepPasskey(headers: Headers, session: Session, name: string, answer: object): Promise<void> {
  const { origin, hostname } = site()
  const made = await verifyRegistrationResponse({
    response: answer as RegistrationResponseJSON,
    expectedChallenge: await takeChallenge(headers, session.personId),
    expectedOrigin: origin,
    expectedRPID: hostname,
  }).catch(() => undefined)
  if (made?.verified !== true) throw refused()
  const { id, publicKey, counter, transports = [] } = made.registrationInfo.credential
  await db()`
    insert into passkeys (credential_id, person_id, name, public_key, sign_count, transports)
    values (${id}, ${session.personId}, ${name}, ${Buffer.from(publicKey)}, ${counter}, ${transports as string[]})
    on conflict do nothing`
}

/** Takes a passkey away; one that is gone stays gone. */
export async function dropPasskey(personId: string, id: string): Promise<void> {
  await db()`delete from passkeys where person_id = ${personId} and credential_id = ${id}`
}

/** What a browser needs to sign in with a passkey, whoever's it is. */
export async function beginPasskeySignIn(): Promise<Begun<PublicKeyCredentialRequestOptionsJSON>> {
  const options = await generateAuthenticationOptions({ rpID: site().hostname, userVerification: 'required' })
  return { options, headers: await keepChallenge(options.challenge, null) }
}

interface Held {
  readonly personId: string
  readonly publicKey: Buffer
  readonly signCount: string
  readonly transports: AuthenticatorTransport[]
}

/** Who signs in with a passkey; a SIGN_IN error. */
export async function personWithPasskey(headers: Headers, answer: object): Promise<string> {
  const { origin, hostname } = site()
  const expectedChallenge = await takeChallenge(headers, null)
  const response = answer as AuthenticationResponseJSON
  const sql = db()
  const [held] = await sql<Held[]>`
    select person_id as "personId", public_key as "publicKey", sign_count as "signCount", transports from passkeys
    where credential_id = ${typeof response.id === 'string' ? response.id : ''}`
  if (held === undefined) throw refused()
  const { personId, publicKey, signCount, transports } = held
  const proved = await verifyAuthenticationResponse({
    response,
    expectedChallenge,
    expectedOrigin: origin,
    expectedRPID: hostname,
    credential: { id: response.id, publicKey: new Uint8Array(publicKey), counter: Number(signCount), transports },
  }).catch(() => undefined)
  if (proved?.verified !== true) throw refused()
  await sql`
    update passkeys set sign_count = ${proved.authenticationInfo.newCounter}, used_at = now()
    where credential_id = ${response.id}`
  return personId
}
