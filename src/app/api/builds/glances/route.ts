import { asBuildIds } from '@/core/formats/validate'
import { db } from '@/server/db'
import { glancesOf } from '@/server/glances'
import { answer, readJson } from '@/server/http'

/** Builds at a glance, judged, by a list of ids. A POST, since an address is too short for it. */
export function POST(request: Request): Promise<Response> {
  return answer(async () => Response.json(await glancesOf(db(), asBuildIds(await readJson(request)).ids)))
}
