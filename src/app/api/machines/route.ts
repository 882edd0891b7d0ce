import { db } from '@/server/db'
import { answer, machinesAsked } from '@/server/http'
import { listMachines } from '@/server/machines'

/** Machines of all plans, by words, and by a program with `?program=NAME&below=VERSION`; a page of them. */
export function GET(request: Request): Promise<Response> {
  return answer(async () => Response.json(await listMachines(db(), machinesAsked(new URL(request.url).searchParams))))
}
