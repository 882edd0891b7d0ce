import { writeOut } from '@/server/heavy'
import { benchOf } from '@/server/access'
import { withActor } from '@/server/actor'
import { asDownload, wordAsked } from '@/server/http'

export const dynamic = 'force-dynamic'

const FORMS = {
  csv: { job: 'export-csv', name: 'own parts.csv', type: 'text/csv' },
  json: { job: 'export-json', name: 'own parts.json', type: 'application/json' },
} as const

const formOf = (request: Request) =>
  FORMS[wordAsked(new URL(request.url).searchParams, 'form', ['csv', 'json']) ?? 'json']

/** One's own parts as a file: `?form=csv` for plain ones, else JSON for all, with the packs. */
export function GET(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const { job, name, type } = formOf(request)
    return asDownload(await writeOut(job, benchOf(actor, 'read')), name, type)
  })
}

/** The same without the file: nothing is written out for those who only ask what would come. */
export function HEAD(request: Request): Promise<Response> {
  return withActor(request, (actor) => {
    benchOf(actor, 'read')
    const { name, type } = formOf(request)
    return Promise.resolve(asDownload('', name, type))
  })
}
