import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { benchOf, may } from '@/server/access'
import { openInvitations } from '@/server/entry-links'
import { membersOf } from '@/server/members'
import { pageActor } from '@/server/page-actor'
import { served } from '@/server/served'
import { BenchPage } from '@/ui/people/bench-page'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'People of the bench' }

export default async function PeopleOfTheBench() {
  if (served() === undefined) notFound()
  const actor = await pageActor()
  const { benchId, role } = benchOf(actor, 'read')
  const [members, invitations] = await Promise.all([
    membersOf(benchId),
    may(role, 'manage') ? openInvitations(benchId) : [],
  ])
  return (
    <BenchPage
      members={members.map(({ joinedAt, ...member }) => ({
        ...member,
        joinedAt: joinedAt.toISOString(),
        isYou: member.id === actor.session?.personId,
      }))}
      invitations={invitations.map(({ endsAt, ...one }) => ({ ...one, endsAt: endsAt.toISOString() }))}
    />
  )
}
