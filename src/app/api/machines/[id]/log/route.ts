import { asEntries } from '@/core/export/machine-file'
import { db } from '@/server/db'
import { answer, numberAsked, readJson } from '@/server/http'
import { appendEntries } from '@/server/machine-log'
import { entriesAfter, machineRow } from '@/server/machines'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** What came into the log after so many entries: `?after=120`. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const { id } = await machineRow(db(), (await params).id)
    const after = numberAsked(new URL(request.url).searchParams, 'after', 0)
    return Response.json({ entries: await entriesAfter(db(), id, after) })
  })
}

/** Puts entries at the end of the log, each once. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const { entries } = asEntries(await readJson(request))
    return Response.json(await appendEntries(db(), (await params).id, entries))
  })
}
