import { randomUUID } from 'node:crypto'
import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { apply } from '../../src/core/build/apply'
import type { Edit } from '../../src/core/build/edit-schema'
import { canonicalJson } from '../../src/core/formats/canonical'
import type { LogEntry } from '../../src/core/build/history'
import type { Build } from '../../src/core/build/schema'
import { bench } from '../support/bench'
import { childrenOf, databasePid, freePort, isRoot, kill, parent, start, type Running } from './running'

jest.setTimeout(600_000)

const ROUNDS = 6
const editNumber = (n: number): Edit => {
  const lead = { itemId: `f${(n % 20) + 1}`, portId: 'fan' }
  return n % 40 < 20
    ? { type: 'connect', thread: { id: `thread-${n}`, from: lead, to: { itemId: 'm1', portId: 'SYS1' } } }
    : { type: 'disconnect', threadId: `thread-${n - 20}` }
}

test('everything dies at once, as in a power cut, six times: no acknowledged edit is lost, none is there twice', async () => {
  if (isRoot) mkdirSync(parent, { recursive: true })
  const data = mkdtempSync(join(parent, 'crash-'))
  const marks = Array.from({ length: 20 }, (_, i) => `F${i + 1}`)
  const acknowledged: string[] = []
  let sent: { readonly id: string; readonly edit: Edit } = { id: randomUUID(), edit: editNumber(0) }
  let original: Build | undefined
  let id = ''
  let running: Running | undefined
  try {
    for (let round = 0; round < ROUNDS; round += 1) {
      running = await start(data, await freePort())
      const { url, script, ended } = running
      const post = (path: string, body: unknown) =>
        fetch(`${url}${path}`, { method: 'POST', body: JSON.stringify(body) })
      if (original === undefined) {
        id = (
          (await (
            await post('/api/builds/import', bench(['M1: board-middle', `${marks.join(' ')}: fan-140`]))
          ).json()) as { id: string }
        ).id
        original = (await (await fetch(`${url}/api/builds/${id}`)).json()) as Build
      }
      // By number and not by time: a slow machine is killed as deep in the work as a fast one.
      const killAfter = acknowledged.length + 6 + round * 2
      const database = await databasePid(data)
      let isKilled = false
      for (;;) {
        const revision = acknowledged.length
        // A page resends what was not acknowledged, under the same id; it may or may not be in the log already.
        const call = post(`/api/builds/${id}/edits`, { baseRevision: revision, edits: [sent] })
        if (acknowledged.length >= killAfter) {
          isKilled = true
          // The script first, which would start the others again.
          for (const pid of [script.pid!, ...childrenOf(script.pid!), database]) kill(pid)
        }
        const response = await call.catch(() => undefined)
        if (response?.status === 200) {
          acknowledged.push(sent.id)
          sent = { id: randomUUID(), edit: editNumber(acknowledged.length) }
        }
        if (isKilled) break
      }
      await ended
    }
    running = await start(data, await freePort())
    const log = (
      (await (await fetch(`${running.url}/api/builds/${id}/edits?since=0`)).json()) as { entries: readonly LogEntry[] }
    ).entries
    const ids = log.map((entry) => entry.editId)
    expect(new Set(ids).size).toBe(ids.length)
    expect(ids.slice(0, acknowledged.length)).toEqual(acknowledged)
    expect(ids.length - acknowledged.length).toBeLessThanOrEqual(1)
    const replayed = log.reduce(
      (build, entry) => ({ ...apply(build, entry.edit).build, revision: entry.revision }),
      original!,
    )
    const document = (await (await fetch(`${running.url}/api/builds/${id}`)).json()) as Build
    expect(canonicalJson(document)).toBe(canonicalJson(replayed))
    expect(acknowledged.length).toBeGreaterThan(ROUNDS * 5)
    console.error(`${ROUNDS} kills, ${acknowledged.length} edits acknowledged, ${ids.length} in the log`)
    running.script.kill('SIGINT')
    expect(await running.ended).toBe(130)
    expect(existsSync(join(data, 'pg/postmaster.pid'))).toBe(false)
  } finally {
    running?.script.kill('SIGTERM')
    await running?.ended
    rmSync(data, { recursive: true, force: true })
  }
})
