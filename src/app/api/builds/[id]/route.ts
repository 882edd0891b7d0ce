import { deleteBuild, getBuild } from '@/server/builds'
import { db } from '@/server/db'
import { answer } from '@/server/http'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => Response.json(await getBuild(db(), (await params).id)))
}

export function DELETE(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    await deleteBuild(db(), (await params).id)
    return new Response(null, { status: 204 })
  })
}
