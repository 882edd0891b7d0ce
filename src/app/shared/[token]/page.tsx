import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { cache } from 'react'
import { ifThere } from '@/server/if-there'
import { sharedBuild } from '@/server/links'
import { served } from '@/server/served'
import { SharedPage } from '@/ui/stages/shared-page'

export const dynamic = 'force-dynamic'

interface Props {
  readonly params: Promise<{ readonly token: string }>
}

const load = cache((token: string) => ifThere(() => sharedBuild(token)))

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const build = served() === undefined ? undefined : await load((await params).token)
  return { title: build?.name ?? 'Nothing here', robots: { index: false, follow: false }, referrer: 'no-referrer' }
}

export default async function Shared({ params }: Props) {
  if (served() === undefined) notFound()
  const { token } = await params
  const build = await load(token)
  if (build === undefined) notFound()
  return <SharedPage token={token} build={build} />
}
