import { db } from '@/server/db'
import { answer } from '@/server/http'
import { getMachine } from '@/server/machines'

/** A machine with its log and the plan that it goes by. */
export function GET(
  _request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(async () => Response.json(await getMachine(db(), (await params).id)))
}
