import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { cache } from 'react'
import { inMachine } from '@/server/access'
import { ifThere } from '@/server/if-there'
import { getMachine } from '@/server/machines'
import { pageActor } from '@/server/page-actor'
import { MachinePage } from '@/ui/record/machine-page'
import { OnBench } from '@/ui/shared/who'

export const dynamic = 'force-dynamic'

interface Props {
  readonly params: Promise<{ readonly id: string }>
}

const load = cache((id: string) =>
  ifThere(async () =>
    inMachine(await pageActor(), id, 'read', async (tx, _id, { benchId }) => ({
      benchId,
      machine: await getMachine(tx, id),
    })),
  ),
)

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await load((await params).id))?.machine.name ?? 'Nothing here' }
}

export default async function OneMachinePage({ params }: Props) {
  const found = await load((await params).id)
  if (found === undefined) notFound()
  const { machine, benchId } = found
  return (
    <OnBench benchId={benchId}>
      <MachinePage key={machine.id} initial={machine} />
    </OnBench>
  )
}
