import { canonicalJson } from '@/core/formats/canonical'
import { answerStranger } from '@/server/actor'
import { asDownload } from '@/server/http'
import { sharedBuild } from '@/server/links'

interface Context {
  readonly params: Promise<{ readonly token: string }>
}

/** The build to which a link leads, as a file. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answerStranger(async () => {
    const build = await sharedBuild((await params).token)
    return asDownload(canonicalJson(build), `${build.name}.json`, 'application/json')
  })
}
