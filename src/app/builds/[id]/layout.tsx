import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { cache, type ReactNode } from 'react'
import { LoomError } from '@/core/errors'
import { getBuild } from '@/server/builds'
import { db } from '@/server/db'
import { BuildShell } from '@/ui/build/shell'

interface Props {
  readonly params: Promise<{ readonly id: string }>
  readonly children: ReactNode
}

const load = cache(async (id: string) => {
  try {
    return await getBuild(db(), id)
  } catch (error) {
    if (error instanceof LoomError && error.code === 'NOT_FOUND') return undefined
    throw error
  }
})

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await load((await params).id))?.name ?? 'Nothing here' }
}

export default async function BuildLayout({ params, children }: Props) {
  const build = await load((await params).id)
  if (build === undefined) notFound()
  return (
    <BuildShell key={build.id} initial={build}>
      {children}
    </BuildShell>
  )
}
