import { Readable } from 'node:stream'
import { everythingOf } from '@/server/account'
import { withPerson } from '@/server/actor'
import { asDownload } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Everything that the store holds of somebody, as one file. */
export function GET(request: Request): Promise<Response> {
  return withPerson(request, ({ session }) => {
    const text = Readable.toWeb(
      Readable.from(everythingOf(session), { objectMode: false }),
    ) as ReadableStream<Uint8Array>
    return Promise.resolve(asDownload(text, 'everything of mine.json', 'application/json'))
  })
}
