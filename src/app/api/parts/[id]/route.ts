import { asPartSave } from '@/core/formats/validate'
import { db } from '@/server/db'
import { answer, readJson } from '@/server/http'
import { changePart, getPart } from '@/server/parts'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => Response.json(await getPart(db(), (await params).id)))
}

export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const save = asPartSave(await readJson(request))
    return Response.json(await changePart(db(), (await params).id, save))
  })
}
