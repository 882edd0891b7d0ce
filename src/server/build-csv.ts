import { derive, type Harness } from '../core/operate/harness'
import { getBuild } from './builds'
import { db } from './db'
import { answer, asDownload } from './http'

/** A handler that gives a build as CSV; `what` goes into the name of the file. */
export const csvOfBuild =
  (write: (harness: Harness) => string, what: string) =>
  (_request: Request, { params }: { readonly params: Promise<{ readonly id: string }> }): Promise<Response> =>
    answer(async () => {
      const build = await getBuild(db(), (await params).id)
      return asDownload(write(derive(build)), `${build.name} ${what}.csv`, 'text/csv')
    })
