import { NextResponse, type NextRequest } from 'next/server'

const LOOPBACK_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]'])
const HARMLESS_METHODS = new Set(['GET', 'HEAD', 'OPTIONS'])

function refuse(status: number, message: string): NextResponse {
  return NextResponse.json({ error: { code: 'REQUEST_REFUSED', message } }, { status })
}

/** A page of another site must not change data here, and a foreign name that points at loopback must not be served. */
function refusalFor(request: NextRequest): NextResponse | undefined {
  const host = request.headers.get('host') ?? ''
  if (!LOOPBACK_NAMES.has(host.replace(/:\d+$/, ''))) {
    return refuse(421, 'This server answers only under its loopback address.')
  }
  if (HARMLESS_METHODS.has(request.method)) return undefined
  const origin = request.headers.get('origin')
  const site = request.headers.get('sec-fetch-site')
  const isForeign = origin !== null ? origin !== `http://${host}` : site !== null && site !== 'same-origin'
  return isForeign ? refuse(403, 'Changes are taken only from pages of this server.') : undefined
}

function contentPolicy(nonce: string): string {
  const forDevelopment = process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : ''
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${forDevelopment}`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
}

export function proxy(request: NextRequest): NextResponse {
  const refusal = refusalFor(request)
  if (refusal !== undefined) return refusal
  const nonce = btoa(crypto.randomUUID())
  const policy = contentPolicy(nonce)
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  response.headers.set('x-content-type-options', 'nosniff')
  response.headers.set('referrer-policy', 'same-origin')
  response.headers.set('cross-origin-opener-policy', 'same-origin')
  response.headers.set('cross-origin-resource-policy', 'same-origin')
  response.headers.set('permissions-policy', 'camera=(), microphone=(), geolocation=()')
  return response
}

export const config = { matcher: ['/((?!_next/static|icon.svg).*)'] }
