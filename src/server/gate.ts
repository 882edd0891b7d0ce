import { createHash, timingSafeEqual } from 'node:crypto'
import type { IncomingHttpHeaders } from 'node:http'

/** What is looked at before anything of the application runs: who asks, how, and for what. */
export interface Asked {
  readonly method: string
  /** Path and query, as they came. */
  readonly url: string
  readonly headers: IncomingHttpHeaders
}

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
/** An answer that is data runs nothing and is framed by nobody, even if somebody opens it as a page. */
export const DATA_POLICY = "default-src 'none'; frame-ancestors 'none'"

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

/**
 * What a request is turned away with, or undefined where the application may have it. A foreign name that points at
 * loopback is not served, and a page of another site changes nothing here.
 */
export function turnedAway(asked: Asked, key: string | undefined): Turned | undefined {
  const { method, url, headers } = asked
  const host = headers.host ?? ''
  if (!LOOPBACK_NAMES.has(host.replace(/:\d+$/, '')))
    return { status: 421, message: 'This server answers only under its loopback address.' }
  if (!METHODS.has(method)) {
    const allow = [...METHODS].join(', ')
    return { status: 405, message: `This server takes ${allow}, but not ${method}.`, headers: { allow } }
  }
  const [path = '', query = ''] = url.split(/\?(.*)/s)
  if (!path.startsWith('/') || path.startsWith('//') || !isReadable(path))
    return {
      status: 400,
      message:
        'The address cannot be read: it begins with one /, and each % in it is followed by two hexadecimal digits.',
    }
  if (key !== undefined && path !== HEALTH_PATH) {
    const refusal = refusalWithoutKey(asked, path, query, key)
    if (refusal !== undefined) return refusal
  }
  if (HARMLESS_METHODS.has(method)) return undefined
  const { origin } = headers
  const site = headers['sec-fetch-site']
  const isForeign = origin === undefined ? site !== undefined && site !== 'same-origin' : origin !== `http://${host}`
  return isForeign ? { status: 403, message: 'Changes are taken only from pages of this server.' } : undefined
}

/** Whether a request brings a body that may be large: one over the size, or of a size that it does not say. */
export function isLarge({ headers }: Asked, bytes: number): boolean {
  if (headers['transfer-encoding'] !== undefined) return true
  return Number(headers['content-length'] ?? '0') > bytes
}
