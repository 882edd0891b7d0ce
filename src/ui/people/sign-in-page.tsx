'use client'

import { startAuthentication } from '@simplewebauthn/browser'
import { KeyRound } from 'lucide-react'
import { useState } from 'react'
import type { SignIn } from '@/core/formats/people-schema'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { EntryForm } from './entry-form'
import { Matter, PeoplePage } from './people-page'

type Options = Parameters<typeof startAuthentication>[0]['optionsJSON']

/** Signs in with a passkey of this browser or device; rejects with a sentence. */
async function signInByPasskey(): Promise<void> {
  const optionsJSON = await ask<Options>('/api/sign-in/passkey')
  const answer = await startAuthentication({ optionsJSON }).catch(() => {
    throw new Error('No passkey was given. Try once more, or sign in with name and password.')
  })
  await ask('/api/sign-in/passkey', postJson({ answer }))
}

/** Where somebody says who they are; then they go on where they wanted to. */
export function SignInPage({ to }: { readonly to: string }) {
  const [fault, setFault] = useState('')
  // From the ground up: nothing of what was shown before belongs to whoever comes in.
  const goOn = () => window.location.assign(to)
  return (
    <PeoplePage title="Sign in">
      <Matter title="With name and password">
        <EntryForm<SignIn>
          asked={[
            {
              name: 'signInName',
              label: 'Sign-in name',
              kind: 'text',
              autoComplete: 'username',
              hint: 'A name and four figures, as you were told when you came in first.',
              mostLength: 100,
            },
            {
              name: 'password',
              label: 'Password',
              kind: 'password',
              autoComplete: 'current-password',
              mostLength: 128,
            },
          ]}
          action="Sign in"
          onDone={async (values) => {
            await ask('/api/sign-in', postJson(values))
            goOn()
          }}
        />
      </Matter>
      <Matter title="With a passkey">
        <p className="mb-2 max-w-prose text-faded">
          If you have made one in your account: by fingerprint, face, PIN or a security key, without typing anything.
        </p>
        <Button
          onClick={() => void signInByPasskey().then(goOn, (error: unknown) => setFault((error as Error).message))}
        >
          <KeyRound size={16} aria-hidden /> Use a passkey
        </Button>
        <p role="alert" className="mt-2 text-madder empty:hidden">
          {fault}
        </p>
      </Matter>
      <p className="text-[14px] text-faded">
        New here? People come in by a link that an owner of a bench gives them. Lost the password? Whoever runs this
        server can make you a link to set a new one.
      </p>
    </PeoplePage>
  )
}
