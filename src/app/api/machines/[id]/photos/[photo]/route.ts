import { db } from '@/server/db'
import { answer, wordAsked } from '@/server/http'
import { keepPhoto, photoOf } from '@/server/photos'

interface Context {
  readonly params: Promise<{ readonly id: string; readonly photo: string }>
}

/** A photo, whole or (`?size=preview`) small. It never changes under its address. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const { id, photo } = await params
    const size = wordAsked(new URL(request.url).searchParams, 'size', ['whole', 'preview']) ?? 'whole'
    const picture = await photoOf(db(), id, photo, size)
    return new Response(new Uint8Array(picture), {
      headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=31536000, immutable' },
    })
  })
}

/** Keeps a photo: the file itself is the body. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const { id, photo } = await params
    await keepPhoto(db(), id, photo, request)
    return new Response(null, { status: 204 })
  })
}
