import type { Metadata } from 'next'
import { db } from '@/server/db'
import { listMachines } from '@/server/machines'
import { pageTyped, textTyped, type Typed } from '@/server/typed-address'
import { MachinesPage } from '@/ui/record/machines-page'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'All machines' }

interface Props {
  readonly searchParams: Promise<Typed>
}

export default async function AllMachinesPage({ searchParams }: Props) {
  const params = await searchParams
  const asked = {
    words: textTyped(params, 'q'),
    program: textTyped(params, 'program'),
    below: textTyped(params, 'below'),
  }
  const machines = await listMachines(db(), { ...asked, page: pageTyped(params) })
  return <MachinesPage machines={machines} asked={asked} />
}
