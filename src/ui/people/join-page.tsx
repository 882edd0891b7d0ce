'use client'

import { useState } from 'react'
import { ask, postJson } from '@/ui/shared/api'
import { Button, buttonClass } from '@/ui/shared/button'
import { useWho } from '@/ui/shared/who'
import { EntryForm } from './entry-form'
import { Matter, PeoplePage } from './people-page'

/** What a link is for that works once. */
export interface Joining {
  readonly token: string
  readonly sort: 'first' | 'invited' | 'recover'
  readonly bench: string
  readonly role: string
}

const MAY: Readonly<Record<string, string>> = {
  reader: 'look at everything on it',
  maker: 'plan and build on it',
  owner: 'plan and build on it, and say who else may',
}

const NEW_PASSWORD = {
  label: 'Password',
  kind: 'password',
  autoComplete: 'new-password',
  hint: 'At least 12 signs; a few words that do not belong together are good.',
  leastLength: 12,
  mostLength: 128,
} as const

interface Wanted {
  readonly name: string
  readonly password: string
}

/** Where somebody comes in by a link that works once. */
export function JoinPage({ joining: { token, sort, bench, role } }: { readonly joining: Joining }) {
  const who = useWho()
  const [fault, setFault] = useState('')
  const enter = async (body: object, address: string) => {
    await ask(`/api/join/${token}`, postJson(body))
    window.location.assign(address)
  }
  if (sort === 'recover') {
    return (
      <PeoplePage title="A new password">
        <Matter title="Set it">
          <EntryForm<{ password: string }>
            asked={[{ name: 'password', ...NEW_PASSWORD }]}
            action="Set it and sign in"
            onDone={({ password }) => enter({ password }, '/')}
          />
        </Matter>
        <p className="text-[14px] text-faded">All your sessions end with that, wherever they are.</p>
      </PeoplePage>
    )
  }
  return (
    <PeoplePage title={`Come to ${bench}`}>
      <p className="mb-4 max-w-prose">
        You come as {role === 'owner' ? 'an owner' : `a ${role}`}: you may {MAY[role]}. This link works once.
      </p>
      {who === undefined ? (
        <>
          <Matter title="You are new here">
            <EntryForm<Wanted>
              asked={[
                {
                  name: 'name',
                  label: 'What others call you',
                  kind: 'text',
                  autoComplete: 'name',
                  hint: 'You sign in with this and four figures, which you are told on the next page.',
                  mostLength: 60,
                },
                { name: 'password', ...NEW_PASSWORD },
              ]}
              action="Come in"
              onDone={(values) => enter(values, '/account?new=yes')}
            />
          </Matter>
          <Matter title="You have an account">
            <p className="mb-2 text-faded">Sign in first; then this page takes you onto the bench.</p>
            <a href={`/sign-in?to=${encodeURIComponent(`/join/${token}`)}`} className={buttonClass()}>
              Sign in
            </a>
          </Matter>
        </>
      ) : (
        <Matter title={`You are signed in as ${who.name}`}>
          <Button
            tone="act"
            onClick={() => void enter({}, '/').catch((error: unknown) => setFault((error as Error).message))}
          >
            Come onto the bench
          </Button>
          <p role="alert" className="mt-2 text-madder empty:hidden">
            {fault}
          </p>
        </Matter>
      )}
    </PeoplePage>
  )
}
