import { derive } from '@/core/operate/harness'
import { settingsCsv } from '@/core/sheet/csv'
import { getBuild } from '@/server/builds'
import { db } from '@/server/db'
import { answer, asDownload } from '@/server/http'

export function GET(
  _request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(async () => {
    const build = await getBuild(db(), (await params).id)
    return asDownload(settingsCsv(derive(build)), `${build.name} settings.csv`, 'text/csv')
  })
}
