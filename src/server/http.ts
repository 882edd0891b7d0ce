import type { Refusal } from '../core/formats/api-types'
import { LoomError, type LoomErrorCode } from '../core/errors'
import { parseJson, tooLarge } from '../core/formats/json-text'
import { LIMITS } from '../core/schema/schema-kit'
import { log } from './log'

const STATUS: Readonly<Record<LoomErrorCode, number>> = {
  FILE_TOO_LARGE: 413,
  FILE_NOT_JSON: 400,
  FILE_TOO_DEEP: 400,
  FORMAT_WRONG: 400,
  EDIT_SUBJECT_MISSING: 422,
  EDIT_NOT_POSSIBLE: 422,
  DOCUMENT_BROKEN: 422,
  NOT_FOUND: 404,
  CONFLICT: 409,
  REQUEST_REFUSED: 400,
  TOO_BUSY: 503,
  SIGN_IN: 401,
  FORBIDDEN: 403,
  TOO_OFTEN: 429,
}

function refusal(status: number, code: string, message: string, place?: string): Response {
  const body: Refusal = { error: { code, message, ...(place === undefined ? {} : { place }) } }
  // Whoever is told to wait is told for how long.
  return Response.json(
    body,
    status === 503 || status === 429 ? { status, headers: { 'retry-after': '2' } } : { status },
  )
}

/** What the store may be in the way of, by the codes of PostgreSQL and of the socket: none of it is the request's fault. */
const STORE_TROUBLES: readonly (readonly [codes: RegExp, code: string, message: string])[] = [
  [
    /^53100$/,
    'DISK_FULL',
    'The disk of the store is full. Nothing was saved; make room on it, and what this page holds is saved by itself.',
  ],
  [
    /^(57014|55P03|25P03)$/,
    'STORE_BUSY',
    'The store took too long over this and was stopped. Nothing was saved; try again in a moment.',
  ],
  [
    /^(ECONN|CONNECT|CONNECTION|ETIMEDOUT|EPIPE|ENOTFOUND|57P0|08|53)/,
    'STORE_AWAY',
    'The store cannot be reached just now. Nothing was saved; try again in a moment.',
  ],
]

/** Writes down in the log where an error came from, and nothing of what people wrote. */
export function tellOfError(error: unknown): void {
  if (!(error instanceof Error)) return log.error('Something that is no error was thrown.')
  const { code } = error as { code?: unknown }
  const [, ...frames] = (error.stack ?? '').split(/\n(?=\s+at )/)
  log.error({ name: error.name, code, frames: frames.map((frame) => frame.trim()) }, 'fault')
}

/** Runs a route handler and turns what it throws into a sentence with its status; details go to the log only. */
export async function answer(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof LoomError) return refusal(STATUS[error.code], error.code, error.message, error.place)
    const { code } = (error ?? {}) as { code?: unknown }
    const trouble = typeof code === 'string' ? STORE_TROUBLES.find(([codes]) => codes.test(code)) : undefined
    if (trouble !== undefined) {
      log.warn({ trouble: trouble[1], code }, 'store')
      return refusal(503, trouble[1], trouble[2])
    }
    tellOfError(error)
    return refusal(500, 'FAULT', 'Something went wrong on the server. Nothing was saved; the details are in its log.')
  }
}

/** More than this is not waited for: whoever still sends then is cut off. */
const MOST_LET_GO_BYTES = 256 * 1024 * 1024

/** Reads what is left of a body and keeps none of it: an answer before its end would be lost to those who still send. */
export async function letGoBy(reader: ReadableStreamDefaultReader<Uint8Array> | undefined): Promise<void> {
  for (let bytes = 0; bytes < MOST_LET_GO_BYTES;) {
    const read = await reader?.read().catch(() => undefined)
    if (read === undefined || read.done) return
    bytes += read.value.byteLength
  }
  await reader?.cancel().catch(() => undefined)
}

/** The body, read no further than the size limit; an error that names size and limit beyond it. */
export async function readBytes(request: Request, mostBytes: number): Promise<Buffer> {
  const reader = request.body?.getReader()
  if (reader === undefined) return Buffer.alloc(0)
  const chunks: Uint8Array[] = []
  let bytes = 0
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return Buffer.concat(chunks)
    bytes += value.byteLength
    if (bytes > mostBytes) {
      await letGoBy(reader)
      throw tooLarge(bytes, mostBytes)
    }
    chunks.push(value)
  }
}

/** The body as text; an error where it is larger than the limit, or no text. */
export async function readText(request: Request, mostBytes: number = LIMITS.requestBytes): Promise<string> {
  const bytes = await readBytes(request, mostBytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new LoomError('FILE_NOT_JSON', 'The file is not text in UTF-8; save it as UTF-8 and try again.')
  }
}

/** The body as a JSON value; an error with line and column where it is not JSON. */
export async function readJson(request: Request): Promise<unknown> {
  return parseJson(await readText(request), LIMITS.requestBytes)
}

/** A whole number that an address asks with, or the fallback where it says none; an error that names it otherwise. */
export function numberAsked<T>(params: URLSearchParams, name: string, fallback: T): number | T {
  const text = params.get(name)
  if (text === null || text === '') return fallback
  if (/^\d{1,9}$/.test(text)) return Number(text)
  throw new LoomError('REQUEST_REFUSED', `“${name}” in the address takes a whole number.`, name)
}

const MOST_QUERY_LENGTH = 200

/** A text that an address asks with, or an empty one; an error that names it where it is no plain text. */
export function wordsAsked(params: URLSearchParams, name = 'q'): string {
  const text = params.get(name) ?? ''
  if (text.length <= MOST_QUERY_LENGTH && !/[\p{Cc}\p{Cs}]/u.test(text)) return text
  throw new LoomError(
    'REQUEST_REFUSED',
    `“${name}” in the address must be plain text of at most ${MOST_QUERY_LENGTH} characters.`,
    name,
  )
}

/** One of the words that an address may say, or undefined where it says none. */
export function wordAsked<T extends string>(params: URLSearchParams, name: string, words: readonly T[]): T | undefined {
  const value = params.get(name)
  if (value === null || value === '') return undefined
  const word = words.find((known) => known === value)
  if (word !== undefined) return word
  throw new LoomError('REQUEST_REFUSED', `“${name}” in the address takes one of ${words.join(', ')}.`, name)
}

/** A file to keep, under a name made safe for every file system. */
export function asDownload(text: string | ReadableStream<Uint8Array>, name: string, type: string): Response {
  const plain = name.replaceAll(/[^A-Za-z0-9 ._()-]+/g, '_')
  const headers = {
    'content-type': `${type}; charset=utf-8`,
    'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
  }
  return new Response(text, { headers })
}

/** What of machines an address asks for: words, a page, and a program below a version. */
export const machinesAsked = (params: URLSearchParams) => ({
  words: wordsAsked(params),
  page: numberAsked(params, 'page', 1),
  program: wordsAsked(params, 'program'),
  below: wordsAsked(params, 'below'),
})
