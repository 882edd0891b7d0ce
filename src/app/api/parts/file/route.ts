import { writeOut } from '@/server/heavy'
import { answer, asDownload, wordAsked } from '@/server/http'

export const dynamic = 'force-dynamic'

/** One's own parts as a file: `?form=csv` for plain ones, else JSON for all, with the packs. */
export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const isCsv = wordAsked(new URL(request.url).searchParams, 'form', ['csv', 'json']) === 'csv'
    return isCsv
      ? asDownload(await writeOut('export-csv'), 'own parts.csv', 'text/csv')
      : asDownload(await writeOut('export-json'), 'own parts.json', 'application/json')
  })
}
