import type { Metadata } from 'next'
import { cut } from '@/core/units/cut'
import { db } from '@/server/db'
import { listMachines } from '@/server/machines'
import { MachinesPage } from '@/ui/record/machines-page'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'All machines' }

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | readonly string[] | undefined>>>
}

const MOST_LENGTH = 200

/** Somebody types into addresses: what is not understood there is as if it were not said. */
export default async function AllMachinesPage({ searchParams }: Props) {
  const params = await searchParams
  const text = (name: string) =>
    typeof params[name] === 'string' ? cut(params[name].replaceAll(/[\p{Cc}\p{Cs}]/gu, ' '), MOST_LENGTH).trim() : ''
  const page = /^[1-9]\d{0,6}$/.test(text('page')) ? Number(text('page')) : 1
  const asked = { words: text('q'), program: text('program'), below: text('below') }
  const { words, program, below } = asked
  const wish = { words, page, ...(program === '' ? {} : { program }), ...(below === '' ? {} : { below }) }
  return <MachinesPage machines={await listMachines(db(), wish)} asked={asked} />
}
