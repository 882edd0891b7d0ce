import { canonicalJson } from '@/core/formats/canonical'
import { getStored } from '@/server/builds'
import { inBuild } from '@/server/access'
import { withActor } from '@/server/actor'
import { asDownload } from '@/server/http'

/** The build as a file. A document that cannot be read comes out all the same, as it stands in the store. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return withActor(request, async (actor) => {
    const { name, document } = await inBuild(actor, (await params).id, 'read', getStored)
    return asDownload(canonicalJson(document), `${name}.json`, 'application/json')
  })
}
