import { readMachineFile } from '@/core/export/machine-file'
import { benchOf, inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { readSoon } from '@/server/heavy'
import { importMachine } from '@/server/machine-log'

/** The file of a machine, kept under the id that it has; of one that is here already what its log has not. */
export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) =>
    readSoon('import-machine', request, benchOf(actor, 'write'), (text) =>
      inBench(actor, 'write', (tx) => importMachine(tx, readMachineFile(text))),
    ),
  )
}
