import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { entryLink } from '@/server/entry-links'
import { ifThere } from '@/server/if-there'
import { served } from '@/server/served'
import { JoinPage } from '@/ui/people/join-page'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'Come in', robots: { index: false, follow: false }, referrer: 'no-referrer' }

export default async function Join({ params }: { readonly params: Promise<{ readonly token: string }> }) {
  if (served() === undefined) notFound()
  const { token } = await params
  const link = await ifThere(() => entryLink(token))
  if (link === undefined) notFound()
  const { sort, benchName, role } = link
  return <JoinPage joining={{ token, sort, bench: benchName ?? '', role: role ?? '' }} />
}
