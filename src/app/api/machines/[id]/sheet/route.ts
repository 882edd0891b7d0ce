import { readTicksFile } from '@/core/export/machine-file'
import { inMachine } from '@/server/access'
import { withActor } from '@/server/actor'
import { readText } from '@/server/http'
import { readSheet } from '@/server/machine-log'

/** Takes in the file that a sheet gave back. */
export function POST(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return withActor(request, async (actor) => {
    const file = readTicksFile(await readText(request))
    return Response.json(await inMachine(actor, (await params).id, 'write', (tx, id) => readSheet(tx, id, file)))
  })
}
