import { canonicalJson } from '@/core/formats/canonical'
import { getStored } from '@/server/builds'
import { db } from '@/server/db'
import { answer, asDownload } from '@/server/http'

/** The build as a file. A document that cannot be read comes out all the same, as it stands in the store. */
export function GET(
  _request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(async () => {
    const { name, document } = await getStored(db(), (await params).id)
    return asDownload(canonicalJson(document), `${name}.json`, 'application/json')
  })
}
