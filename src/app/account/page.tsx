import type { Metadata } from 'next'
import { notFound, redirect } from 'next/navigation'
import { sessionsOf } from '@/server/account'
import { passkeysOf } from '@/server/passkeys'
import { whoLooks } from '@/server/page-actor'
import { served } from '@/server/served'
import { textTyped, type Typed } from '@/server/typed-address'
import { AccountPage } from '@/ui/people/account-page'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'My account' }

export default async function MyAccount({ searchParams }: { readonly searchParams: Promise<Typed> }) {
  if (served() === undefined) notFound()
  const session = (await whoLooks())?.session
  if (session === undefined) redirect('/sign-in?to=/account')
  const [passkeys, sessions] = await Promise.all([passkeysOf(session.personId), sessionsOf(session.personId)])
  const { name, signInName } = session
  return (
    <AccountPage
      account={{
        name,
        signInName,
        isNew: textTyped(await searchParams, 'new') === 'yes',
        passkeys: passkeys.map(({ madeAt, usedAt, ...passkey }) => ({
          ...passkey,
          madeAt: madeAt.toISOString(),
          usedAt: usedAt?.toISOString() ?? null,
        })),
        sessions: sessions.map(({ beganAt, seenAt, ...one }) => ({
          ...one,
          beganAt: beganAt.toISOString(),
          seenAt: seenAt.toISOString(),
          isThis: one.id === session.id,
        })),
      }}
    />
  )
}
