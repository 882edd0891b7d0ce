import { readMachineFile } from '@/core/export/machine-file'
import { db } from '@/server/db'
import { readSoon } from '@/server/heavy'
import { answer } from '@/server/http'
import { importMachine } from '@/server/machine-log'

/** The file of a machine, kept under the id that it has; of one that is here already what its log has not. */
export function POST(request: Request): Promise<Response> {
  return answer(() => readSoon('import-machine', request, (text) => importMachine(db(), readMachineFile(text))))
}
