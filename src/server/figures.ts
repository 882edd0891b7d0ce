import { statfsSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'

/** What machines that watch servers ask for, in the open text format (OpenMetrics' elder, version 0.0.4). */

const registry = new Registry()
collectDefaultMetrics({ register: registry })

const seconds = new Histogram({
  name: 'loom_request_seconds',
  help: 'Seconds from the head of a request to the end of its answer.',
  labelNames: ['method', 'route', 'status'],
  buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 15],
  registers: [registry],
})
const open = new Gauge({
  name: 'loom_open_requests',
  help: 'Requests being answered just now; the stream of an open page is one.',
  registers: [registry],
})

// The store may lie elsewhere: this is the disk of the server itself.
new Gauge({
  name: 'loom_disk_free_bytes',
  help: 'Bytes that are free on the disk from which the server runs.',
  registers: [registry],
  collect() {
    const { bavail, bsize } = statfsSync('.')
    this.set(bavail * bsize)
  },
})

export const beginRequest = (): void => open.inc()

export function endRequest(
  of: { readonly method: string; readonly route: string; readonly status: number },
  ms: number,
): void {
  open.dec()
  // The stream of a page lasts as long as somebody looks at it, which is no figure of ours.
  if (of.route !== '/api/changes') seconds.observe({ ...of, status: String(of.status) }, ms / 1000)
}

/** Answers with all figures, on a port of its own that only this machine reaches. */
export function tellFigures(port: number): Server {
  const server = createServer((_request, response) => {
    registry.metrics().then(
      (text) => response.writeHead(200, { 'content-type': registry.contentType }).end(text),
      () => response.writeHead(500).end(),
    )
  })
  return server.listen(port, '127.0.0.1')
}
