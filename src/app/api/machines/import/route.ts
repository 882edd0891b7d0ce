import { readMachineFile } from '@/core/export/machine-file'
import { LIMITS } from '@/core/schema/schema-kit'
import { db } from '@/server/db'
import { answer, readText } from '@/server/http'
import { importMachine } from '@/server/machine-log'

/** The file of a machine, kept under the id that it has; of one that is here already what its log has not. */
export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const file = readMachineFile(await readText(request, LIMITS.fileBytes))
    return Response.json(await importMachine(db(), file), { status: 201 })
  })
}
