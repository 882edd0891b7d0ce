import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { LoomError } from '@/core/errors'
import { withActor } from '@/server/actor'
import { asDownload } from '@/server/http'

/** The invented temperature logs that come with the application. */
const NAMES: readonly string[] = ['evening-of-editing', 'full-load-then-idle']

export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly name: string }> },
): Promise<Response> {
  return withActor(request, async () => {
    const { name } = await params
    if (!NAMES.includes(name))
      throw new LoomError('NOT_FOUND', `There is no log “${name}” here. There is ${NAMES.join(' and ')}.`)
    return asDownload(
      await readFile(join(process.cwd(), 'demo/logs', `${name}.csv`), 'utf8'),
      `${name}.csv`,
      'text/csv',
    )
  })
}
