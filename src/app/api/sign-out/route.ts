import { answerStranger } from '@/server/actor'
import { endSession } from '@/server/sessions'

/** Ends the session of this browser, if it has one. */
export function POST(request: Request): Promise<Response> {
  return answerStranger(async () => new Response(null, { status: 204, headers: await endSession(request.headers) }))
}
