import { NextResponse, type NextRequest } from 'next/server'

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

/** Gives every page its policy with a fresh nonce; all else is for the gate before the application (server/gate.ts). */
export function proxy(request: NextRequest): NextResponse {
  const nonce = btoa(crypto.randomUUID())
  const policy = contentPolicy(nonce)
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  return response
}

/** Not for requests of data: what comes with them would be held in memory once more. */
export const config = { matcher: ['/((?!_next/static|icon.svg|api/).*)'] }
