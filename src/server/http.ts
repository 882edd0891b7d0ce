import type { Refusal } from '../core/formats/api-types'
import { LoomError, type LoomErrorCode } from '../core/errors'
import { parseJson, tooLarge } from '../core/formats/json-text'
import { LIMITS } from '../core/formats/schema-kit'

const STATUS: Readonly<Record<LoomErrorCode, number>> = {
  FILE_TOO_LARGE: 413,
  FILE_NOT_JSON: 400,
  FILE_TOO_DEEP: 400,
  FORMAT_WRONG: 400,
  EDIT_SUBJECT_MISSING: 422,
  EDIT_NOT_POSSIBLE: 422,
  NOT_FOUND: 404,
  CONFLICT: 409,
  REQUEST_REFUSED: 400,
}

function refusal(status: number, code: string, message: string, place?: string): Response {
  const body: Refusal = { error: { code, message, ...(place === undefined ? {} : { place }) } }
  return Response.json(body, { status })
}

/** Codes of PostgreSQL and of the socket that mean: the store is away, not: the request is wrong. */
const STORE_AWAY = /^(ECONN|CONNECT|CONNECTION|ETIMEDOUT|EPIPE|57P0|08|53)/

/** Runs a route handler and turns what it throws into a sentence with its status; details go to the log only. */
export async function answer(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof LoomError) return refusal(STATUS[error.code], error.code, error.message, error.place)
    const code = (error as { code?: unknown } | undefined)?.code
    console.error(error)
    if (typeof code === 'string' && STORE_AWAY.test(code)) {
      return refusal(
        503,
        'STORE_AWAY',
        'The store cannot be reached just now. Nothing was saved; try again in a moment.',
      )
    }
    return refusal(500, 'FAULT', 'Something went wrong on the server. Nothing was saved; the details are in its log.')
  }
}

/** The body as text, read no further than the size limit; an error that names size and limit beyond it. */
export async function readText(request: Request, mostBytes: number = LIMITS.fileBytes): Promise<string> {
  const reader = request.body?.getReader()
  if (reader === undefined) return ''
  const chunks: Uint8Array[] = []
  let bytes = 0
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    bytes += value.byteLength
    if (bytes > mostBytes) {
      await reader.cancel()
      throw tooLarge(bytes, mostBytes)
    }
    chunks.push(value)
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(chunks))
  } catch {
    throw new LoomError('FILE_NOT_JSON', 'The file is not text in UTF-8; save it as UTF-8 and try again.')
  }
}

/** The body as a JSON value; an error with line and column where it is not JSON. */
export async function readJson(request: Request): Promise<unknown> {
  return parseJson(await readText(request))
}

/** A file to keep, under a name made safe for every file system. */
export function asDownload(text: string, name: string, type: string): Response {
  const plain = name.replaceAll(/[^A-Za-z0-9 ._()-]+/g, '_')
  const headers = {
    'content-type': `${type}; charset=utf-8`,
    'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
  }
  return new Response(text, { headers })
}
