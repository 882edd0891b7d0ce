import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { cache } from 'react'
import { inMachine } from '@/server/access'
import { ifThere } from '@/server/if-there'
import { getMachine } from '@/server/machines'
import { pageActor } from '@/server/page-actor'
import { MachinePage } from '@/ui/record/machine-page'

export const dynamic = 'force-dynamic'

interface Props {
  readonly params: Promise<{ readonly id: string }>
}

const load = cache((id: string) => ifThere(async () => inMachine(await pageActor(), id, 'read', getMachine)))

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await load((await params).id))?.name ?? 'Nothing here' }
}

export default async function OneMachinePage({ params }: Props) {
  const machine = await load((await params).id)
  if (machine === undefined) notFound()
  return <MachinePage key={machine.id} initial={machine} />
}
