import { inMachine } from '@/server/access'
import { withActor } from '@/server/actor'
import { wordAsked } from '@/server/http'
import { keepPhoto, photoOf, readPhoto } from '@/server/photos'

interface Context {
  readonly params: Promise<{ readonly id: string; readonly photo: string }>
}

/** A photo, whole or (`?size=preview`) small. It never changes under its address. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const { id: machineId, photo } = await params
    const size = wordAsked(new URL(request.url).searchParams, 'size', ['whole', 'preview']) ?? 'whole'
    const picture = await inMachine(actor, machineId, 'read', (tx, id) => photoOf(tx, id, photo, size))
    // Kept by the browser, and asked for each time whether whoever looks still may.
    const headers = { 'content-type': 'image/webp', 'cache-control': 'private, no-cache', etag: `"${photo}-${size}"` }
    const isKept = request.headers.get('if-none-match') === headers.etag
    return isKept ? new Response(null, { status: 304, headers }) : new Response(new Uint8Array(picture), { headers })
  })
}

/** Keeps a photo: the file itself is the body. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const { id: machineId, photo } = await params
    // Before anything is taken in: whoever may not keep it here is told so at once.
    await inMachine(actor, machineId, 'write', () => Promise.resolve())
    const drawn = await readPhoto(request)
    await inMachine(actor, machineId, 'write', (tx, id) => keepPhoto(tx, id, photo, drawn))
    return new Response(null, { status: 204 })
  })
}
