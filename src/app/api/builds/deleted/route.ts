import { listDeleted } from '@/server/builds'
import { db } from '@/server/db'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Builds that were deleted and can still be put back. */
export function GET(): Promise<Response> {
  return answer(async () => Response.json(await listDeleted(db())))
}
