import { asIdList } from '@/core/formats/validate'
import { db } from '@/server/db'
import { answer, readJson } from '@/server/http'
import { partsById } from '@/server/parts'

/** Parts of the shelf by a list of ids; those that are not there are left out. A POST, since an address is too short for it. */
export function POST(request: Request): Promise<Response> {
  return answer(async () => Response.json(await partsById(db(), asIdList(await readJson(request)).ids)))
}
