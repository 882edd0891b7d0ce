import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

export const isRoot = process.getuid?.() === 0
export const parent = isRoot ? '/var/lib/gentle-loom' : tmpdir()
export const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer()
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      server.close(() => resolve(port))
    })
  })
}

export interface Running {
  readonly url: string
  readonly script: ChildProcess
  readonly ended: Promise<number | null>
  /** All that the script has said so far. */
  readonly words: () => string
}

/** Starts the application on data of its own, and waits until it is ready. */
export async function start(data: string, port: number, options: readonly string[] = []): Promise<Running> {
  const env = { ...process.env, LOOM_DATA: data, LOOM_THROWAWAY: '', DATABASE_URL: '' }
  const script = spawn('./loom', ['start', '--port', String(port), ...options], {
    env,
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  let words = ''
  script.stderr.on('data', (chunk: Buffer) => (words += chunk.toString()))
  const ended = new Promise<number | null>((resolve) => script.on('exit', resolve))
  const url = `http://127.0.0.1:${port}`
  for (let tries = 0; tries < 600; tries += 1) {
    if (words.includes('is ready')) return { url, script, ended, words: () => words }
    if (script.exitCode !== null) break
    await pause(100)
  }
  throw new Error(`./loom start did not get ready: ${words}`)
}

export const childrenOf = (pid: number): number[] => {
  try {
    return execFileSync('pgrep', ['-P', String(pid)], { encoding: 'utf8' })
      .trim()
      .split('\n')
      .map(Number)
  } catch {
    return []
  }
}
/** The first process of the store; it has none for a moment while it starts. */
export async function databasePid(data: string): Promise<number> {
  const file = join(data, 'pg/postmaster.pid')
  for (;;) {
    const pid = existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : 0
    // Nought would mean everybody, us included.
    if (pid > 0) return pid
    await pause(20)
  }
}

/** One that died by itself in the meantime is as dead as wished. */
export function kill(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL')
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error
  }
}
