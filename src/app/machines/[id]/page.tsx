import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { cache } from 'react'
import { LoomError } from '@/core/errors'
import { db } from '@/server/db'
import { getMachine } from '@/server/machines'
import { MachinePage } from '@/ui/record/machine-page'

export const dynamic = 'force-dynamic'

interface Props {
  readonly params: Promise<{ readonly id: string }>
}

const load = cache(async (id: string) => {
  try {
    return await getMachine(db(), id)
  } catch (error) {
    if (error instanceof LoomError && error.code === 'NOT_FOUND') return undefined
    throw error
  }
})

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await load((await params).id))?.name ?? 'Nothing here' }
}

export default async function OneMachinePage({ params }: Props) {
  const machine = await load((await params).id)
  if (machine === undefined) notFound()
  return <MachinePage key={machine.id} initial={machine} />
}
