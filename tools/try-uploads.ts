/**
 * Uploads the worst files that are allowed and says how long anybody else had to wait meanwhile: npx tsx tools/try-uploads.ts
 * http://127.0.0.1:4210. The longest wait of each kind should stay under 200 ms.
 */
import { spawn } from 'node:child_process'
import { demoBuilds } from './demo/builds'

const url = process.argv[2] ?? ''
const MB = 1024 * 1024

/** Asks for something small again and again, in a process of its own, since sending takes time too. */
function watch() {
  const script = `
    const waits = []
    process.on('SIGTERM', () => {
      waits.sort((a, b) => a - b)
      console.log(JSON.stringify({ longestMs: Math.round(waits.at(-1)), p99Ms: Math.round(waits[Math.floor(waits.length * 0.99)]), count: waits.length }))
      process.exit(0)
    })
    const ask = async () => {
      const begun = performance.now()
      await fetch('${url}/api/builds?q=heron').then((response) => response.text())
      waits.push(performance.now() - begun)
      setTimeout(ask, 5)
    }
    ask()`
  const child = spawn(process.execPath, ['-e', script], { stdio: ['ignore', 'pipe', 'inherit'] })
  return async () => {
    child.kill('SIGTERM')
    let text = ''
    for await (const piece of child.stdout) text += String(piece)
    return text.trim()
  }
}

async function upload(path: string, body: string): Promise<string> {
  const response = await fetch(`${url}${path}`, { method: 'POST', body })
  return `${response.status} ${(await response.text()).slice(0, 110)}`
}

const rows = Array.from({ length: 50_000 }, (_, index) => `fan,Upload row ${index},120,0.2`)
const part = demoBuilds[0]!.parts[0]!
const parts = Array.from({ length: Math.floor((60 * MB) / JSON.stringify(part).length) }, (_, index) => ({
  ...part,
  id: `upload-${index}`,
  name: `Upload part ${index}`,
}))
const [build] = demoBuilds
const large = {
  ...build,
  note: 'n'.repeat(2000),
  items: build!.items.map((item) => ({ ...item, note: 'n'.repeat(1900) })),
}
const fat = JSON.stringify(large).replace('"note"', `${' '.repeat(23 * MB)}"note"`)

const TRIALS: readonly (readonly [what: string, path: string, body: string, times: number])[] = [
  ['CSV, 60 MB of empty lines', '/api/parts/import', `kind\n${'\n'.repeat(60 * MB)}`, 1],
  ['the same twelve times at once', '/api/parts/import', `kind\n${'\n'.repeat(60 * MB)}`, 12],
  ['CSV, one quote and 60 MB', '/api/parts/import', `kind\n"${'x'.repeat(60 * MB)}`, 1],
  ['CSV, 60 MB of commas', '/api/parts/import', `kind\n${','.repeat(60 * MB)}`, 1],
  ['CSV, 50,000 parts', '/api/parts/import', ['kind,name,sizeMm,amps', ...rows].join('\n'), 1],
  ['JSON, 60 MB of parts', '/api/parts/import', JSON.stringify({ format: 'gentle-loom-parts', version: 1, parts }), 1],
  ['JSON, 60 MB of brackets', '/api/parts/import', `[${'[],'.repeat(20 * MB)}[]]`, 1],
  ['JSON, 60 MB of keys', '/api/parts/import', `{${'"a":1,'.repeat(10 * MB)}"b":1}`, 1],
  ['a build of 23 MB, mostly spaces', '/api/builds/import', fat, 1],
  ['a build file of 4 MB of brackets in a save', '/api/builds/tangled-heron/edits', `[${'[],'.repeat(1.3 * MB)}[]]`, 1],
]

for (const [what, path, body, times] of TRIALS) {
  const stop = watch()
  await new Promise((resolve) => setTimeout(resolve, 500))
  const begun = performance.now()
  const answers = await Promise.all(Array.from({ length: times }, () => upload(path, body)))
  const seconds = ((performance.now() - begun) / 1000).toFixed(1)
  console.log(`${what}: ${await stop()}, ${seconds} s; ${[...new Set(answers)].join(' | ')}`)
}
const stop = watch()
for (const form of ['csv', 'json']) {
  const text = await (await fetch(`${url}/api/parts/file?form=${form}`)).text()
  console.log(`written out as ${form}: ${(text.length / MB).toFixed(1)} MB`)
}
console.log(`while writing out: ${await stop()}`)
