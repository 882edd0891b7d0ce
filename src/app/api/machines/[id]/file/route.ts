import { asBuiltCsv } from '@/core/export/as-built-csv'
import { canonicalJson } from '@/core/formats/canonical'
import { derive } from '@/core/operate/harness'
import { asBuiltOf } from '@/core/record/as-built'
import { machineState } from '@/core/record/machine'
import { inMachine } from '@/server/access'
import { withActor } from '@/server/actor'
import { asDownload, wordAsked } from '@/server/http'
import { machineFile } from '@/server/machine-log'
import { getMachine, machineRow } from '@/server/machines'

/** A machine as a file: `?form=csv` for its leads as planned and as built, else JSON with its log and its plans. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return withActor(request, async (actor) => {
    const { id: machineId } = await params
    const form = wordAsked(new URL(request.url).searchParams, 'form', ['csv', 'json'])
    if (form !== 'csv') {
      const [{ name }, file] = await inMachine(actor, machineId, 'read', (tx, id) =>
        Promise.all([machineRow(tx, id), machineFile(tx, id)]),
      )
      return asDownload(canonicalJson(file), `${name}.json`, 'application/json')
    }
    const { plan, entries, name } = await inMachine(actor, machineId, 'read', getMachine)
    const state = machineState(plan, entries)
    return asDownload(asBuiltCsv(asBuiltOf(derive(plan), state), state), `${name} as built.csv`, 'text/csv')
  })
}
