import type { Refusal } from '@/core/formats/api-types'

let pageBench: string | undefined

/** Says on which bench this page is, where people sign in: what it asks for from now on is of that one. */
export function setPageBench(benchId: string | undefined): void {
  pageBench = benchId
}

/** The same for an address that a browser opens by itself. */
export function onPageBench(address: string): string {
  if (pageBench === undefined) return address
  return `${address}${address.includes('?') ? '&' : '?'}loom-bench=${pageBench}`
}

/** Asks the server, of the bench on which this page is. */
export function fetchHere(url: string, init: RequestInit = {}): Promise<Response> {
  const headers = new Headers(init.headers)
  if (pageBench !== undefined) headers.set('loom-bench', pageBench)
  return fetch(url, { ...init, headers })
}

/** Asks the server; throws an Error with a sentence fit to show where it refuses or cannot be reached. */
async function answerOf(url: string, init: RequestInit = {}): Promise<Response> {
  const response = await fetchHere(url, init).catch(() => undefined)
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
