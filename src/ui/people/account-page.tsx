'use client'

import { startRegistration } from '@simplewebauthn/browser'
import { format } from 'date-fns'
import { FileDown, LogOut, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { PasswordChange, Proof } from '@/core/formats/people-schema'
import { ask, postJson } from '@/ui/shared/api'
import { Button, buttonClass } from '@/ui/shared/button'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { leaveFor } from '@/ui/shared/leave-for'
import { notify } from '@/ui/shared/notices'
import { useAsk } from '@/ui/shared/use-ask'
import { useWho } from '@/ui/shared/who'
import { EntryForm } from './entry-form'
import { Matter, PeoplePage } from './people-page'
import { Sure } from './sure'

interface Passkey {
  readonly id: string
  readonly name: string
  readonly madeAt: string
  readonly usedAt: string | null
}

interface SessionListed {
  readonly id: string
  readonly device: string
  readonly address: string
  readonly beganAt: string
  readonly seenAt: string
  readonly isThis: boolean
}

/** All that somebody sees of their own account. */
export interface Account {
  readonly name: string
  readonly signInName: string
  readonly isNew: boolean
  readonly passkeys: readonly Passkey[]
  readonly sessions: readonly SessionListed[]
}

const when = (text: string) => format(new Date(text), 'd MMM yyyy, HH:mm')
const send = (method: string, body: unknown) => ({ ...postJson(body), method })
const ROW = 'flex flex-wrap items-center justify-between gap-2 border-b border-thread py-2 last:border-b-0'

type Options = Parameters<typeof startRegistration>[0]['optionsJSON']

async function makePasskey(proof: Proof): Promise<void> {
  const optionsJSON = await ask<Options>('/api/account/passkeys', postJson(proof))
  const answer = await startRegistration({ optionsJSON }).catch(() => {
    throw new Error('No passkey was made. The device may have one for this account already.')
  })
  const name = `Passkey of ${format(new Date(), 'd MMM yyyy')}`
  await ask('/api/account/passkeys', send('PUT', { name, answer }))
}

function Names({ name, signInName, isNew }: Account) {
  const run = useAsk()
  return (
    <Matter title="Who you are">
      {isNew && (
        <p role="status" className="mb-3 rounded-lg border border-weld bg-weld-wash p-3">
          Keep this with your password: from now on you sign in as <strong>{signInName}</strong>.{' '}
          <Link href="/" className="text-woad underline">
            Go to the builds
          </Link>
        </p>
      )}
      <p>
        Others call you{' '}
        <InlineEdit
          value={name}
          label="What others call you"
          maxLength={60}
          onSave={(next) => void run(() => ask('/api/account', send('PUT', { name: next })))}
          className="font-semibold"
        />
      </p>
      <p className="text-faded">
        You sign in as <strong className="text-ink">{signInName}</strong>
      </p>
    </Matter>
  )
}

function Benches() {
  const who = useWho()
  return (
    <Matter title="Your benches">
      {who?.benches.length === 0 && (
        <p className="mb-2 text-faded">You are on none. Make one, or ask an owner of one for a link.</p>
      )}
      <ul className="mb-3">
        {who?.benches.map(({ id, name, role }) => (
          <li key={id} className={ROW}>
            <span>
              <strong>{name}</strong> <span className="text-faded">as {role}</span>
            </span>
            {id === who.bench?.id ? (
              <span className="text-[14px] text-faded">you work on it</span>
            ) : (
              <Button
                small
                onClick={() => void leaveFor('/', () => ask('/api/account/bench', postJson({ benchId: id })))}
              >
                Work on it
              </Button>
            )}
          </li>
        ))}
      </ul>
      <EntryForm<{ name: string }>
        asked={[{ name: 'name', label: 'One more bench, called', kind: 'text', autoComplete: 'off', mostLength: 60 }]}
        action="Make it"
        onDone={(values) => leaveFor('/', () => ask('/api/benches', postJson(values)))}
      />
    </Matter>
  )
}

function Passkeys({ passkeys }: Account) {
  const run = useAsk()
  const router = useRouter()
  return (
    <Matter title="Passkeys">
      <p className="mb-2 max-w-prose text-faded">
        A passkey signs you in by fingerprint, face, PIN or a security key, and nobody can guess it or ask you for it.
      </p>
      <ul>
        {passkeys.map(({ id, name, madeAt, usedAt }) => (
          <li key={id} className={ROW}>
            <span>
              {name}{' '}
              <span className="text-[13px] text-faded">
                made {when(madeAt)}, {usedAt === null ? 'not used yet' : `last used ${when(usedAt)}`}
              </span>
            </span>
            <Sure
              action={
                <>
                  <Trash2 size={15} aria-hidden /> Take away
                </>
              }
              label={`Take away ${name}`}
              question="It will not sign you in any more."
              yes="Yes, take it away"
              onYes={() => void run(() => ask(`/api/account/passkeys/${encodeURIComponent(id)}`, { method: 'DELETE' }))}
            />
          </li>
        ))}
      </ul>
      <div className="mt-3">
        <EntryForm<Proof>
          asked={[
            {
              name: 'password',
              label: 'Your password, to make one',
              kind: 'password',
              autoComplete: 'current-password',
              mostLength: 128,
            },
          ]}
          action="Make a passkey"
          onDone={async (proof) => {
            await makePasskey(proof)
            notify('The passkey is made.')
            router.refresh()
          }}
        />
      </div>
    </Matter>
  )
}

function Sessions({ sessions }: Account) {
  const run = useAsk()
  return (
    <Matter title="Where you are signed in">
      <ul>
        {sessions.map(({ id, device, address, beganAt, seenAt, isThis }) => (
          <li key={id} className={ROW}>
            <span>
              {device}, from {address} {isThis && <strong>this one</strong>}
              <span className="block text-[13px] text-faded">
                since {when(beganAt)}, last seen {when(seenAt)}
              </span>
            </span>
            {!isThis && (
              <Button
                small
                tone="quiet"
                aria-label={`End the session since ${when(beganAt)}`}
                onClick={() => void run(() => ask(`/api/account/sessions/${id}`, { method: 'DELETE' }))}
              >
                <LogOut size={15} aria-hidden /> End it
              </Button>
            )}
          </li>
        ))}
      </ul>
      <p className="mt-2 text-[13px] text-faded">A session ends by itself after 12 hours.</p>
    </Matter>
  )
}

function Password() {
  return (
    <Matter title="Password">
      <EntryForm<PasswordChange>
        asked={[
          {
            name: 'password',
            label: 'Password until now',
            kind: 'password',
            autoComplete: 'current-password',
            mostLength: 128,
          },
          {
            name: 'newPassword',
            label: 'New password',
            kind: 'password',
            autoComplete: 'new-password',
            hint: 'At least 12 signs. Your other sessions end with the change.',
            leastLength: 12,
            mostLength: 128,
          },
        ]}
        action="Change it"
        onDone={async (values) => {
          await ask('/api/account/password', postJson(values))
          notify('The password is changed.')
        }}
      />
    </Matter>
  )
}

function Leaving() {
  return (
    <Matter title="Your data">
      <p className="mb-2 max-w-prose">
        Everything that is kept of you, and all builds, machines and parts of the benches that you own, as one file.
      </p>
      <a href="/api/account/file" download className={buttonClass()}>
        <FileDown size={16} aria-hidden /> Everything of mine, JSON
      </a>
      <h3 className="mt-5 mb-1 font-semibold text-madder">Delete the account</h3>
      <p className="mb-2 max-w-prose text-faded">
        With it go the benches on which nobody else is, and everything on them, at once and for good. Benches with
        others on them stay; one of those others has to be an owner.
      </p>
      <EntryForm<Proof>
        asked={[
          {
            name: 'password',
            label: 'Your password, to be sure',
            kind: 'password',
            autoComplete: 'current-password',
            mostLength: 128,
          },
        ]}
        action="Delete my account for good"
        tone="danger"
        onDone={async (values) => {
          await ask('/api/account', send('DELETE', values))
          window.location.assign('/sign-in')
        }}
      />
    </Matter>
  )
}

/** Everything that is somebody's own: names, benches, ways to sign in, sessions, their data and the way out. */
export function AccountPage({ account }: { readonly account: Account }) {
  return (
    <PeoplePage title="My account">
      <Names {...account} />
      <Benches />
      <Passkeys {...account} />
      <Sessions {...account} />
      <Password />
      <Leaving />
    </PeoplePage>
  )
}
