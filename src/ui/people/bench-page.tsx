'use client'

import { format } from 'date-fns'
import { UserMinus, UserPlus } from 'lucide-react'
import { useState } from 'react'
import type { Role } from '@/core/formats/people-schema'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { leaveFor } from '@/ui/shared/leave-for'
import { SELECT } from '@/ui/shared/select-class'
import { ShownOnce } from '@/ui/shared/shown-once'
import { useAsk } from '@/ui/shared/use-ask'
import { useWho } from '@/ui/shared/who'
import { Matter, PeoplePage } from './people-page'
import { Sure } from './sure'

interface Member {
  readonly id: string
  readonly name: string
  readonly role: Role
  readonly joinedAt: string
  readonly isYou: boolean
}

interface Invitation {
  readonly id: string
  readonly role: Role
  readonly endsAt: string
}

/** Who is on a bench, and who is asked to come. */
export interface BenchPeople {
  readonly members: readonly Member[]
  readonly invitations: readonly Invitation[]
}

/** The roles, the least first, with what each may do. */
const ROLE_WORDS: readonly (readonly [role: Role, words: string])[] = [
  ['reader', 'reader: looks'],
  ['maker', 'maker: plans and builds'],
  ['owner', 'owner: says who may'],
]

const day = (text: string) => format(new Date(text), 'd MMM yyyy')
const ROW = 'flex flex-wrap items-center justify-between gap-2 border-b border-thread py-2 last:border-b-0'

function RoleSelect({
  label,
  role,
  onRole,
}: {
  readonly label: string
  readonly role: Role
  readonly onRole: (role: Role) => void
}) {
  return (
    <select aria-label={label} value={role} onChange={(event) => onRole(event.target.value as Role)} className={SELECT}>
      {ROLE_WORDS.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </select>
  )
}

function MemberRow({ member, isOwner }: { readonly member: Member; readonly isOwner: boolean }) {
  const run = useAsk()
  const { id, name, role, joinedAt, isYou } = member
  const url = `/api/bench/people/${id}`
  return (
    <li className={ROW}>
      <span className="min-w-40 grow">
        <strong className="wrap-anywhere">{name}</strong> {isYou && <span className="text-faded">that is you</span>}
        <span className="block text-[13px] text-faded">since {day(joinedAt)}</span>
      </span>
      {isOwner ? (
        <RoleSelect
          label={`What ${name} may do`}
          role={role}
          onRole={(next) => void run(() => ask(url, { ...postJson({ role: next }), method: 'PUT' }))}
        />
      ) : (
        <span className="text-faded">{role}</span>
      )}
      {(isOwner || isYou) && (
        <Sure
          action={
            <>
              <UserMinus size={15} aria-hidden /> {isYou ? 'Leave' : 'Take off'}
            </>
          }
          label={isYou ? 'Leave this bench' : `Take ${name} off this bench`}
          question={isYou ? 'You will not see it any more.' : `${name} will not see it any more.`}
          yes={isYou ? 'Yes, leave' : 'Yes, take off'}
          onYes={() => {
            const remove = () => ask(url, { method: 'DELETE' })
            void (isYou ? leaveFor('/', remove) : run(remove))
          }}
        />
      )}
    </li>
  )
}

function Inviting({ invitations }: Pick<BenchPeople, 'invitations'>) {
  const run = useAsk()
  const [role, setRole] = useState<Role>('maker')
  const [address, setAddress] = useState('')
  const make = () =>
    run(
      () => ask<{ readonly token: string }>('/api/bench/invitations', postJson({ role })),
      ({ token }) => setAddress(`${window.location.origin}/join/${token}`),
    )
  return (
    <Matter title="Ask somebody to come">
      <p className="mb-2 max-w-prose text-faded">
        Make a link and give it to one person, by whatever way you trust. It works once, within seven days.
      </p>
      {address !== '' && <ShownOnce address={address} label="Address of the invitation" />}
      <div className="flex flex-wrap items-center gap-2">
        <RoleSelect label="What they may do" role={role} onRole={setRole} />
        <Button tone="act" onClick={() => void make()}>
          <UserPlus size={16} aria-hidden /> Make the link
        </Button>
      </div>
      <ul className="mt-2">
        {invitations.map(({ id, role: asked, endsAt }) => (
          <li key={id} className={ROW}>
            <span>
              somebody as {asked} <span className="text-[13px] text-faded">until {day(endsAt)}</span>
            </span>
            <Button
              small
              tone="quiet"
              onClick={() => void run(() => ask(`/api/bench/invitations/${id}`, { method: 'DELETE' }))}
            >
              Take it back
            </Button>
          </li>
        ))}
      </ul>
    </Matter>
  )
}

/** The people of a bench; its owners change who is on it and as what. */
export function BenchPage({ members, invitations }: BenchPeople) {
  const bench = useWho()?.bench
  const run = useAsk()
  if (bench === undefined) return null
  const isOwner = bench.role === 'owner'
  return (
    <PeoplePage title={bench.name}>
      <Matter title="People">
        <ul>
          {members.map((member) => (
            <MemberRow key={member.id} member={member} isOwner={isOwner} />
          ))}
        </ul>
      </Matter>
      {isOwner && <Inviting invitations={invitations} />}
      {isOwner && (
        <Matter title="The bench">
          <p>
            It is called{' '}
            <InlineEdit
              value={bench.name}
              label="Name of the bench"
              maxLength={60}
              onSave={(name) => void run(() => ask('/api/bench', { ...postJson({ name }), method: 'PUT' }))}
              className="font-semibold"
            />
          </p>
        </Matter>
      )}
    </PeoplePage>
  )
}
