import { bench } from '../support/bench'
import { newBuild, save, serverUrl } from '../support/server'

/** Reads server-sent events until one speaks of the build; the rest of the stream is left. */
async function nextOf(response: Response, buildId: string): Promise<unknown> {
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
  let text = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) throw new Error(`The stream ended after: ${text}`)
    text += value
    const line = text.split('\n').find((one) => one.startsWith('data: ') && one.includes(buildId))
    if (line !== undefined && text.endsWith('\n\n')) {
      await reader.cancel()
      return JSON.parse(line.slice('data: '.length))
    }
  }
}

const rename = (name: string) => ({ type: 'renameBuild', name }) as const

test('a save is told to everybody who listens, with the build and its revision only', async () => {
  const { id } = await newBuild(bench(['F1: fan-140']))
  const streams = await Promise.all([fetch(`${serverUrl()}/api/changes`), fetch(`${serverUrl()}/api/changes`)])
  for (const { status, headers } of streams) {
    expect(status).toBe(200)
    expect(headers.get('content-type')).toMatch(/^text\/event-stream/)
  }
  const heard = streams.map((stream) => nextOf(stream, id))
  const { status } = await save(id, 0, rename('A name that is told to nobody'))
  expect(status).toBe(200)
  expect(await Promise.all(heard)).toEqual([
    { id, revision: 1 },
    { id, revision: 1 },
  ])
})

test('a save that is refused, and one that is known already, are not told', async () => {
  const { id } = await newBuild(bench(['F1: fan-140']))
  const stream = await fetch(`${serverUrl()}/api/changes`)
  const heard = nextOf(stream, id)
  expect((await save(id, 0, { type: 'removeItem', itemId: 'nobody' })).status).toBe(422)
  const entry = { id: 'once', edit: rename('First') }
  await save(id, 0, entry)
  await save(id, 0, entry)
  expect(await heard).toEqual({ id, revision: 1 })
})

test('another site may not listen under another name of this machine', async () => {
  const { port } = new URL(serverUrl())
  const { request } = await import('node:http')
  const status = await new Promise((resolve, reject) => {
    request({ host: '127.0.0.1', port, path: '/api/changes', headers: { host: 'elsewhere.example' } }, (response) => {
      response.resume()
      resolve(response.statusCode)
    })
      .on('error', reject)
      .end()
  })
  expect(status).toBe(421)
})
