import { createHash, timingSafeEqual } from 'node:crypto'
import type { IncomingHttpHeaders } from 'node:http'
import { isIP } from 'node:net'
import type { Served } from './served'

/** What is looked at before anything of the application runs: who asks, how, and for what. */
export interface Asked {
  readonly method: string
  /** Path and query, as they came. */
  readonly url: string
  readonly headers: IncomingHttpHeaders
}

/** Whom the server lets in: at one desk those who have its key (undefined: everybody), served those who come by its origin. */
export type Door =
  { readonly kind: 'desk'; readonly key: string | undefined } | { readonly kind: 'served'; readonly served: Served }

export interface Turned {
  readonly status: number
  readonly message: string
  readonly headers?: Readonly<Record<string, string>>
}

/** Stand on every answer. Pages get a policy of their own beside them (proxy.ts). */
export const HEADERS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), microphone=(), geolocation=()',
}
/** Where TLS is ended before us, browsers are to come by TLS alone from then on: two years, as browsers' own lists ask. */
export const TLS_ONLY: Readonly<Record<string, string>> = { 'strict-transport-security': 'max-age=63072000' }
/** An answer that is data runs nothing and is framed by nobody, even if somebody opens it as a page. */
export const DATA_POLICY = "default-src 'none'; frame-ancestors 'none'"
/** What is asked for by those who have not signed in, to find out what opens something. */
export const isForStrangers = (url: string): boolean => /^\/(?:api\/)?(?:shared|join|sign-in)(?:[/?]|$)/.test(url)
/** What opens something by its address alone is not to be found by search, nor told to where somebody goes from it. */
export const UNLISTED: Readonly<Record<string, string>> = {
  'x-robots-tag': 'noindex, nofollow',
  'referrer-policy': 'no-referrer',
  'cache-control': 'no-store',
}
export const isUnlisted = (url: string): boolean => /^\/(?:api\/)?(?:shared|join)\//.test(url)

const LOOPBACK_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]'])
const HARMLESS_METHODS = new Set(['GET', 'HEAD', 'OPTIONS'])
const METHODS = new Set([...HARMLESS_METHODS, 'POST', 'PUT', 'DELETE'])
/** Tells machines whether the server is ready, and nothing else. */
const HEALTH_PATH = '/api/health'

/** Whether two texts are the same, in a time that tells nothing of where they differ. */
const isSame = (a: string, b: string) => timingSafeEqual(digest(a), digest(b))
const digest = (text: string) => createHash('sha256').update(text).digest()

function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path)
    return true
  } catch {
    return false
  }
}

/** The name of the cookie that holds the key: cookies know no ports, and several servers may run on one machine. */
const cookieName = (host: string) => `loom-key-${/:(\d+)$/.exec(host)?.[1] ?? '80'}`

function cookieOf(headers: IncomingHttpHeaders, name: string): string | undefined {
  const pairs = (headers.cookie ?? '').split(';').map((pair) => pair.trim().split('='))
  return pairs.find(([key]) => key === name)?.[1]
}

/** A private server is opened once by its printed address; from then on the browser's cookie stands for the key. */
function refusalWithoutKey({ method, headers }: Asked, path: string, query: string, key: string): Turned | undefined {
  const name = cookieName(headers.host ?? '')
  if (isSame(cookieOf(headers, name) ?? '', key)) return undefined
  const params = new URLSearchParams(query)
  if (method === 'GET' && isSame(params.get('key') ?? '', key)) {
    params.delete('key')
    const rest = params.toString()
    return {
      status: 303,
      message: 'Opened.',
      headers: {
        location: rest === '' ? path : `${path}?${rest}`,
        'set-cookie': `${name}=${key}; Path=/; HttpOnly; SameSite=Strict`,
        'referrer-policy': 'no-referrer',
      },
    }
  }
  return {
    status: 401,
    message: 'This Gentle Loom is private: open the address that ./loom start --private printed in its terminal.',
  }
}

/** Whether a request comes under the server's own name. A foreign name that points here is not served. */
function isOwnName(host: string, door: Door): boolean {
  return door.kind === 'served' ? host === door.served.host : LOOPBACK_NAMES.has(host.replace(/:\d+$/, ''))
}

/** Whether a change comes from a page of another site; served, it has to say where it comes from. */
function isForeign({ headers }: Asked, door: Door): boolean {
  const { origin } = headers
  if (door.kind === 'served') return origin !== door.served.origin
  const site = headers['sec-fetch-site']
  return origin === undefined ? site !== undefined && site !== 'same-origin' : origin !== `http://${headers.host ?? ''}`
}

/** What a request is turned away with, or undefined where the application may have it. */
export function turnedAway(asked: Asked, door: Door): Turned | undefined {
  const { method, url, headers } = asked
  const [path = '', query = ''] = url.split(/\?(.*)/s)
  // Machines ask for its health under whatever name they reach it by.
  if (!isOwnName(headers.host ?? '', door) && !(door.kind === 'served' && path === HEALTH_PATH)) {
    const name = door.kind === 'served' ? door.served.origin : 'its loopback address'
    return { status: 421, message: `This server answers only under ${name}.` }
  }
  if (!METHODS.has(method)) {
    const allow = [...METHODS].join(', ')
    return { status: 405, message: `This server takes ${allow}, but not ${method}.`, headers: { allow } }
  }
  if (!path.startsWith('/') || path.startsWith('//') || !isReadable(path))
    return {
      status: 400,
      message:
        'The address cannot be read: it begins with one /, and each % in it is followed by two hexadecimal digits.',
    }
  if (door.kind === 'desk' && door.key !== undefined && path !== HEALTH_PATH) {
    const refusal = refusalWithoutKey(asked, path, query, door.key)
    if (refusal !== undefined) return refusal
  }
  if (HARMLESS_METHODS.has(method) || !isForeign(asked, door)) return undefined
  return { status: 403, message: 'Changes are taken only from pages of this server.' }
}

/** Whether a request brings a body that may be large: one over the size, or of a size that it does not say. */
export function isLarge({ headers }: Asked, bytes: number): boolean {
  if (headers['transfer-encoding'] !== undefined) return true
  return Number(headers['content-length'] ?? '0') > bytes
}

/** Where a request comes from: as the proxy says it, where it is the proxy who asks, else who asks. */
export function addressAsked({ headers }: Asked, from: string | undefined, door: Door): string {
  const socket = (from ?? '').replace(/^::ffff:/, '')
  if (door.kind === 'desk' || socket !== door.served.proxy) return socket
  // Each proxy adds the one before it at the end; what stands before that, anybody may have written.
  const last = [headers['x-forwarded-for'] ?? []].flat().join(',').split(',').at(-1)?.trim() ?? ''
  return isIP(last) === 0 ? socket : last
}

const WORDS = new Set(
  (
    'api builds machines parts packs edits file history back state mend restore restored settings wiring deleted glances ' +
    'import tags changes health logs log photos sheet retire by-id check checks links shared join copy sign-in sign-out ' +
    'passkey account password bench benches sessions passkeys people invitations light places speed threads plans icon.svg'
  ).split(' '),
)

/** The address without what names or opens something, for logs and figures. */
export function patternOf(url: string): string {
  const [path = ''] = url.split('?')
  if (path.startsWith('/_next/')) return '/_next'
  const words = path.split('/').map((word) => (word === '' || WORDS.has(word) ? word : ':id'))
  return words.slice(0, 8).join('/')
}
