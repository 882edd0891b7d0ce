import { derive, type Harness } from '../core/operate/harness'
import { inBuild } from './access'
import { withActor } from './actor'
import { getBuild } from './builds'
import { asDownload } from './http'

/** A handler that gives a build as CSV; `what` goes into the name of the file. */
export const csvOfBuild =
  (write: (harness: Harness) => string, what: string) =>
  (request: Request, { params }: { readonly params: Promise<{ readonly id: string }> }): Promise<Response> =>
    withActor(request, async (actor) => {
      const build = await inBuild(actor, (await params).id, 'read', getBuild)
      return asDownload(write(derive(build)), `${build.name} ${what}.csv`, 'text/csv')
    })
