import { asEntries } from '@/core/export/machine-file'
import { inMachine } from '@/server/access'
import { withActor } from '@/server/actor'
import { numberAsked, readJson } from '@/server/http'
import { appendEntries } from '@/server/machine-log'
import { entriesAfter } from '@/server/machines'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** What came into the log after so many entries: `?after=120`. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const after = numberAsked(new URL(request.url).searchParams, 'after', 0)
    const entries = await inMachine(actor, (await params).id, 'read', (tx, id) => entriesAfter(tx, id, after))
    return Response.json({ entries })
  })
}

/** Puts entries at the end of the log, each once. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const { entries } = asEntries(await readJson(request))
    return Response.json(await inMachine(actor, (await params).id, 'write', (tx, id) => appendEntries(tx, id, entries)))
  })
}
