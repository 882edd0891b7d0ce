import type { Refusal } from '@/core/formats/api-types'

/** Asks the server; throws an Error with a sentence fit to show where it refuses or cannot be reached. */
async function answerOf(url: string, init: RequestInit = {}): Promise<Response> {
  const response = await fetch(url, init).catch(() => undefined)
  if (response === undefined) throw new Error('The server cannot be reached. Nothing was changed; try again.')
  if (response.status === 409)
    throw new Error('Somebody changed this meanwhile. Nothing was changed; reload and try again.')
  if (!response.ok) {
    const refusal = (await response.json().catch(() => undefined)) as Refusal | undefined
    throw new Error(refusal?.error.message ?? `The server answered ${response.status}. Nothing was changed.`)
  }
  return response
}

/** Asks the server and gives its JSON (undefined where the answer is empty); throws as above. */
export async function ask<T>(url: string, init: RequestInit = {}): Promise<T> {
  const response = await answerOf(url, init)
  return (response.status === 204 ? undefined : await response.json()) as T
}

/** Asks the server for a text; throws as above. */
export const askText = async (url: string): Promise<string> => (await answerOf(url)).text()

/** A POST of a file that holds JSON. */
export function postFile(file: File): RequestInit {
  return { method: 'POST', headers: { 'content-type': 'application/json' }, body: file }
}

/** A POST with a JSON body. */
export function postJson(body: unknown): RequestInit {
  return { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
}
