import { randomUUID } from 'node:crypto'
import type { Edit } from '../../src/core/build/edit-schema'
import type { Build } from '../../src/core/build/schema'
import type { Clash, Refusal } from '../../src/core/formats/api-types'

/** The running server that ./loom test made ready. */
export function serverUrl(): string {
  const url = process.env['LOOM_URL']
  if (url === undefined) throw new Error('LOOM_URL is not set; run these tests with ./loom test.')
  return url
}

export interface Answer<T> {
  readonly status: number
  readonly body: T
}

/** A request with a JSON (or raw text) body; the answer's JSON, or undefined where it has none. */
export async function call<T>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
  const text = body === undefined ? null : typeof body === 'string' ? body : JSON.stringify(body)
  const response = await fetch(`${serverUrl()}${path}`, {
    method,
    body: text,
    headers: { 'content-type': 'application/json' },
  })
  const answer = await response.text()
  return { status: response.status, body: (answer === '' ? undefined : JSON.parse(answer)) as T }
}

export async function newBuild(build: Build): Promise<Build> {
  const { body } = await call<{ id: string }>('POST', '/api/builds/import', build)
  return (await call<Build>('GET', `/api/builds/${body.id}`)).body
}

export const getBuild = async (id: string): Promise<Build> => (await call<Build>('GET', `/api/builds/${id}`)).body

/** What any answer to a save may hold; a test reads what its status promises. */
type SaveBody = Omit<Clash, 'outcome'> & Refusal & { readonly outcome: 'saved' | 'conflict' }

export const save = (
  id: string,
  baseRevision: number,
  ...edits: readonly (Edit | { readonly id: string; readonly edit: Edit })[]
) =>
  call<SaveBody>('POST', `/api/builds/${id}/edits`, {
    baseRevision,
    edits: edits.map((entry) => ('edit' in entry ? entry : { id: randomUUID(), edit: entry })),
  })
