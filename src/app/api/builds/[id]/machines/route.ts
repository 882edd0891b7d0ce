import { asNewMachine } from '@/core/export/machine-file'
import { mustExist } from '@/server/builds'
import { db } from '@/server/db'
import { answer, machinesAsked, readJson } from '@/server/http'
import { listMachines, makeMachine } from '@/server/machines'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** The machines that were made by this plan, those made last first; a page of them. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const { id } = await params
    await mustExist(db(), id)
    const wish = machinesAsked(new URL(request.url).searchParams)
    return Response.json(await listMachines(db(), { ...wish, buildId: id }))
  })
}

/** Makes a machine of the plan as it stood at a revision. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const { id } = await makeMachine(db(), (await params).id, asNewMachine(await readJson(request)))
    return Response.json({ id }, { status: 201 })
  })
}
