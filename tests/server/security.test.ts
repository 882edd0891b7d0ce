import { request } from 'node:http'
import { serverUrl } from '../support/server'

function raw(
  method: string,
  path: string,
  headers: Record<string, string>,
): Promise<{ status: number; headers: Record<string, unknown> }> {
  const { hostname, port } = new URL(serverUrl())
  return new Promise((resolve, reject) => {
    const call = request({ hostname, port, method, path, headers }, (answer) => {
      answer.resume()
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, headers: answer.headers }))
    })
    call.on('error', reject)
    call.end(method === 'POST' ? '{}' : undefined)
  })
}
const host = () => new URL(serverUrl()).host

describe('who may ask', () => {
  test('a foreign host name is not served', async () => {
    expect((await raw('GET', '/', { host: 'loom.example' })).status).toBe(421)
    expect((await raw('GET', '/api/builds', { host: `loom.example:80` })).status).toBe(421)
    expect((await raw('GET', '/', { host: host() })).status).toBe(200)
  })

  test('a page of another site changes nothing', async () => {
    for (const headers of [
      { origin: 'http://elsewhere.example' },
      { origin: 'null' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
    ]) {
      expect((await raw('POST', '/api/builds', { host: host(), ...(headers as Record<string, string>) })).status).toBe(
        403,
      )
      expect(
        (await raw('DELETE', '/api/builds/harbour-lantern', { host: host(), ...(headers as Record<string, string>) }))
          .status,
      ).toBe(403)
    }
    expect((await raw('POST', '/api/builds', { host: host(), origin: `http://${host()}` })).status).toBe(400)
  })
})

describe('headers', () => {
  test('a strict content policy with a fresh nonce on every page', async () => {
    const [first, second] = await Promise.all([raw('GET', '/', { host: host() }), raw('GET', '/', { host: host() })])
    const policy = String(first.headers['content-security-policy'])
    expect(policy).toMatch(/script-src 'self' 'nonce-[A-Za-z0-9+/=]+' 'wasm-unsafe-eval'(;|$)/)
    expect(policy).toContain("default-src 'none'")
    expect(policy).toContain("frame-ancestors 'none'")
    expect(policy).not.toMatch(/unsafe-eval'.*'unsafe-eval'|script-src[^;]*unsafe-inline/)
    expect(second.headers['content-security-policy']).not.toBe(policy)
    expect(first.headers['x-content-type-options']).toBe('nosniff')
    expect(first.headers['x-powered-by']).toBeUndefined()
  })

  test('what is data, or refused, runs nothing even where it is opened as a page', async () => {
    for (const path of ['/api/builds', '/api/builds/nobody', '/%zz', '/api/parts?q=fan']) {
      const { headers } = await raw('GET', path, { host: host() })
      expect(headers['content-security-policy']).toBe("default-src 'none'; frame-ancestors 'none'")
      expect(headers['x-content-type-options']).toBe('nosniff')
      expect(headers['cross-origin-resource-policy']).toBe('same-origin')
    }
  })
})
