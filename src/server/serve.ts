import { readFileSync } from 'node:fs'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import type { Socket } from 'node:net'
import { nanoid } from 'nanoid'
import next from 'next'
import { LIMITS } from '../core/schema/schema-kit'
import { forgetOldBuilds } from './builds'
import { transaction } from './db'
import { beginRequest, endRequest, tellFigures } from './figures'
import {
  addressAsked,
  DATA_POLICY,
  HEADERS,
  isForStrangers,
  isLarge,
  isUnlisted,
  patternOf,
  TLS_ONLY,
  turnedAway,
  UNLISTED,
  type Asked,
  type Door,
  type Turned,
} from './gate'
import { tellOfError } from './http'
import { HURRIES, isHurrying, STRANGER } from './hurry'
import { asking, log } from './log'
import { served } from './served'

/** The server: a gate before the application, with limits of its own. Run by ./loom in the folder of the built application. */

const HEAD_MS = 10_000
/** A whole request with its body; the largest file over a slow line takes less. */
const REQUEST_MS = 120_000
const MOST_LARGE_BODIES = 2
const HOUR_MS = 3_600_000

/** Where a request does not even parse: what Node calls it, and what to say. */
const UNREADABLE: Readonly<Record<string, readonly [status: string, message: string]>> = {
  HPE_HEADER_OVERFLOW: ['431 Request Header Fields Too Large', 'The head of the request is over 16 kB.'],
  ERR_HTTP_REQUEST_TIMEOUT: ['408 Request Timeout', 'The request came in too slowly and was given up.'],
}

function bodyOf(message: string): string {
  return JSON.stringify({ error: { code: 'REQUEST_REFUSED', message } })
}

/** Answers without the application. What is still coming in is let go by, so that the asker hears the answer. */
function turnAway(request: IncomingMessage, response: ServerResponse, { status, message, headers }: Turned): void {
  request.resume()
  response.writeHead(status, {
    'content-type': 'application/json; charset=utf-8',
    'cache-control': 'no-store',
    'content-security-policy': DATA_POLICY,
    ...headers,
  })
  response.end(bodyOf(message))
}

const {
  PORT: port = '',
  LOOM_KEY: key,
  LOOM_LISTEN: listen = '127.0.0.1',
  LOOM_METRICS_PORT: figuresPort,
} = process.env
const to = served()
const door: Door = to === undefined ? { kind: 'desk', key } : { kind: 'served', served: to }
const standing = { ...HEADERS, ...(to?.origin.startsWith('https:') === true ? TLS_ONLY : {}) }

/** The settings as they were built: handed over as the build's own server does it, or a checkout's would be looked for. */
const { config } = JSON.parse(readFileSync('.next/required-server-files.json', 'utf8')) as { config: object }
process.env['__NEXT_PRIVATE_STANDALONE_CONFIG'] = JSON.stringify({ ...config, output: undefined })
const app = next({ dev: false, dir: process.cwd(), hostname: '127.0.0.1', port: Number(port) })
const handle = app.getRequestHandler()
await app.prepare()

/** Writes down how a request went, once its answer is over. */
function watch(asked: Asked, response: ServerResponse): void {
  const from = performance.now()
  beginRequest()
  response.once('close', () => {
    const ms = performance.now() - from
    const of = { method: asked.method, route: patternOf(asked.url), status: response.statusCode }
    endRequest(of, ms)
    log.info({ ...of, ms: Math.round(ms) }, 'answered')
  })
}

let largeCount = 0
function answerAsked(request: IncomingMessage, response: ServerResponse, asked: Asked): void {
  for (const [name, value] of Object.entries(standing)) response.setHeader(name, value)
  if (isUnlisted(asked.url)) for (const [name, value] of Object.entries(UNLISTED)) response.setHeader(name, value)
  if (asked.url.startsWith('/api/')) response.setHeader('content-security-policy', DATA_POLICY)
  watch(asked, response)
  const turned = turnedAway(asked, door)
  if (turned !== undefined) return turnAway(request, response, turned)
  const { address } = asking.getStore()!
  if (door.kind === 'served' && isForStrangers(asked.url) && isHurrying(address, STRANGER))
    return turnAway(request, response, { status: 429, message: HURRIES, headers: { 'retry-after': '5' } })
  if (isLarge(asked, LIMITS.requestBytes)) {
    if (largeCount >= MOST_LARGE_BODIES) {
      const message = `The server takes in ${MOST_LARGE_BODIES} large files just now. Nothing was kept; try again in a moment.`
      return turnAway(request, response, { status: 503, message, headers: { 'retry-after': '2' } })
    }
    largeCount += 1
    response.once('close', () => (largeCount -= 1))
  }
  // What the application is told of a request beside what came with it; nobody else may say it.
  request.headers['x-loom-address'] = address
  request.headers['x-loom-path'] = asked.url
  handle(request, response).catch((error: unknown) => {
    tellOfError(error)
    response.destroy()
  })
}

const server = createServer((request, response) => {
  const asked = { method: request.method ?? '', url: request.url ?? '', headers: request.headers }
  const requestId = nanoid(12)
  response.setHeader('x-request-id', requestId)
  const address = addressAsked(asked, request.socket.remoteAddress, door)
  asking.run({ requestId, address }, () => answerAsked(request, response, asked))
})
server.headersTimeout = HEAD_MS
server.requestTimeout = REQUEST_MS
server.on('clientError', (error: NodeJS.ErrnoException, socket: Socket) => {
  if (!socket.writable || error.code === 'ECONNRESET') return socket.destroy()
  const [status, message] = UNREADABLE[error.code ?? ''] ?? ['400 Bad Request', 'This is no request that HTTP knows.']
  const body = bodyOf(message)
  socket.end(
    `HTTP/1.1 ${status}\r\ncontent-type: application/json; charset=utf-8\r\ncontent-length: ${Buffer.byteLength(body)}\r\nconnection: close\r\n\r\n${body}`,
  )
})
server.on('error', (error: NodeJS.ErrnoException) => {
  const isTaken = error.code === 'EADDRINUSE'
  console.error(
    isTaken
      ? `Port ${port} was taken by another program meanwhile; choose another.`
      : `The server cannot listen: ${error.code}.`,
  )
  process.exit(3)
})
server.listen(Number(port), listen)
if (figuresPort !== undefined && figuresPort !== '') tellFigures(Number(figuresPort))

const forget = () => void transaction(forgetOldBuilds).catch(() => undefined)
forget()
setInterval(forget, HOUR_MS).unref()

// One request that goes astray must not end the streams and saves of everybody else.
process.on('uncaughtException', tellOfError)
process.on('unhandledRejection', tellOfError)

let isStopping = false
const stop = () => {
  if (isStopping) return
  isStopping = true
  server.close(() => process.exit(0))
  server.closeIdleConnections()
}
process.on('SIGTERM', stop)
process.on('SIGINT', stop)
