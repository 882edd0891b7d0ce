import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { db } from '@/server/db'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Whoever asks has a word within this time, whatever the store does. */
const MOST_MS = 800

/** The migrations that this server knows; they lie beside it, and the path is not for the bundler to follow. */
const KNOWN = readdirSync(join(/* turbopackIgnore: true */ process.cwd(), 'db/migrations'))

const notReady = (code: string, message: string) =>
  Response.json({ ready: false, error: { code, message } }, { status: 503 })

/** Whether server and store answer, and belong together. */
export function GET(): Promise<Response> {
  return answer(async () => {
    const late = new Promise<undefined>((resolve) => setTimeout(resolve, MOST_MS, undefined).unref())
    const done = await Promise.race([db()<{ name: string }[]>`select name from schema_migrations`, late])
    if (done === undefined) return notReady('STORE_AWAY', 'The store has not answered yet.')
    if (done.length === KNOWN.length && done.every(({ name }) => KNOWN.includes(name)))
      return Response.json({ ready: true })
    return notReady('STORE_OTHER', 'The store is of another version than this server. Start the server anew.')
  })
}
