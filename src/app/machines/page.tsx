import type { Metadata } from 'next'
import { inBench } from '@/server/access'
import { listMachines } from '@/server/machines'
import { pageActor } from '@/server/page-actor'
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
  const wish = { ...asked, page: pageTyped(params) }
  const machines = await inBench(await pageActor(), 'read', (tx) => listMachines(tx, wish))
  return <MachinesPage machines={machines} asked={asked} />
}
