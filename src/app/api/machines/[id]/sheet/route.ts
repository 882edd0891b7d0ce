import { readTicksFile } from '@/core/export/machine-file'
import { db } from '@/server/db'
import { answer, readText } from '@/server/http'
import { readSheet } from '@/server/machine-log'

/** Takes in the file that a sheet gave back. */
export function POST(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(async () => {
    const file = readTicksFile(await readText(request))
    return Response.json(await readSheet(db(), (await params).id, file))
  })
}
