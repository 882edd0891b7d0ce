import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { machinesAsked } from '@/server/http'
import { listMachines } from '@/server/machines'

/** Machines of all plans, by words, and by a program with `?program=NAME&below=VERSION`; a page of them. */
export function GET(request: Request): Promise<Response> {
  return withActor(request, async (actor) =>
    Response.json(
      await inBench(actor, 'read', (tx) => listMachines(tx, machinesAsked(new URL(request.url).searchParams))),
    ),
  )
}
