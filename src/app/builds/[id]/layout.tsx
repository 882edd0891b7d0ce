import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { cache, type ReactNode } from 'react'
import { damageOf } from '@/server/build-damage'
import { asStored, getStored } from '@/server/builds'
import { inBuild } from '@/server/access'
import { ifThere } from '@/server/if-there'
import { pageActor } from '@/server/page-actor'
import { BuildShell } from '@/ui/build/shell'
import { RepairPage } from '@/ui/builds/repair-page'
import { OnBench } from '@/ui/shared/who'

interface Props {
  readonly params: Promise<{ readonly id: string }>
  readonly children: ReactNode
}

const load = cache((id: string) =>
  ifThere(async () => {
    const [stored, { benchId }] = await inBuild(await pageActor(), id, 'read', async (tx, _id, place) => [
      await getStored(tx, id),
      place,
    ])
    const { name } = stored
    try {
      return { name, benchId, build: asStored(stored) }
    } catch (error) {
      const damage = damageOf(stored)
      if (damage === undefined) throw error
      return { name, benchId, damage }
    }
  }),
)

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await load((await params).id))?.name ?? 'Nothing here' }
}

export default async function BuildLayout({ params, children }: Props) {
  const found = await load((await params).id)
  if (found === undefined) notFound()
  if ('damage' in found) return <RepairPage damage={found.damage} />
  const { build } = found
  return (
    <OnBench benchId={found.benchId}>
      <BuildShell key={build.id} initial={build}>
        {children}
      </BuildShell>
    </OnBench>
  )
}
