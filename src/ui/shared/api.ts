import type { Refusal } from '@/core/formats/api-types'

/** The bench on which somebody is, and the one on which lies what the page shows, where that is another. */
const benches: { stay: string | undefined; lie: string | undefined } = { stay: undefined, lie: undefined }
const pageBench = () => benches.lie ?? benches.stay

/** Says on which bench somebody is, where people sign in: what the page asks for from now on is of that one. */
export function stayOnBench(benchId: string | undefined): void {
  benches.stay = benchId
}

/** Says on which bench lies what the page shows; gives what takes that back. */
export function lieOnBench(benchId: string | undefined): () => void {
  benches.lie = benchId
  return () => {
    benches.lie = undefined
  }
}

/** An address that a browser opens by itself, of the bench on which this page is. */
export function onPageBench(address: string): string {
  const bench = pageBench()
  return bench === undefined ? address : `${address}${address.includes('?') ? '&' : '?'}loom-bench=${bench}`
}

/** Asks the server, of the bench on which this page is. */
export function fetchHere(url: string, init: RequestInit = {}): Promise<Response> {
  const headers = new Headers(init.headers)
  const bench = pageBench()
  if (bench !== undefined) headers.set('loom-bench', bench)
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
