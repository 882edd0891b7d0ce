import { asNewMachine } from '@/core/export/machine-file'
import { mustExist } from '@/server/builds'
import { inBuild } from '@/server/access'
import { withActor } from '@/server/actor'
import { machinesAsked, readJson } from '@/server/http'
import { listMachines, makeMachine } from '@/server/machines'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** The machines that were made by this plan, those made last first; a page of them. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const wish = machinesAsked(new URL(request.url).searchParams)
    const machines = await inBuild(actor, (await params).id, 'read', async (tx, buildId) => {
      await mustExist(tx, buildId)
      return listMachines(tx, { ...wish, buildId })
    })
    return Response.json(machines)
  })
}

/** Makes a machine of the plan as it stood at a revision. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const wanted = asNewMachine(await readJson(request))
    const { id } = await inBuild(actor, (await params).id, 'write', (tx, buildId) => makeMachine(tx, buildId, wanted))
    return Response.json({ id }, { status: 201 })
  })
}
