import { writeOut } from '@/server/heavy'
import { answer, asDownload, wordAsked } from '@/server/http'

export const dynamic = 'force-dynamic'

const FORMS = {
  csv: { job: 'export-csv', name: 'own parts.csv', type: 'text/csv' },
  json: { job: 'export-json', name: 'own parts.json', type: 'application/json' },
} as const

const formOf = (request: Request) =>
  FORMS[wordAsked(new URL(request.url).searchParams, 'form', ['csv', 'json']) ?? 'json']

/** One's own parts as a file: `?form=csv` for plain ones, else JSON for all, with the packs. */
export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const { job, name, type } = formOf(request)
    return asDownload(await writeOut(job), name, type)
  })
}

/** The same without the file: nothing is written out for those who only ask what would come. */
export function HEAD(request: Request): Promise<Response> {
  return answer(() => {
    const { name, type } = formOf(request)
    return Promise.resolve(asDownload('', name, type))
  })
}
