// Runs every check and every test project in two lanes side by side, and closes with the one line that counts:
// `N passed, N failed`. Called by ./loom test, which has a database and a server ready. Words on the command line choose
// projects or checks; a project may name its files after a slash, as in server/inputs. `--repeat N` runs them N times.
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const CHECKS = {
  generated: ['tsx', 'tools/generate.ts', '--check'],
  demo: ['tsx', 'tools/demo/index.ts', '--check'],
  format: ['prettier', '--check', '--log-level', 'warn', '.'],
  lint: ['eslint', '.', '--max-warnings', '0'],
  types: ['tsc', '--noEmit', '--incremental', 'false'],
  imports: ['depcruise', 'src', '--config', '.dependency-cruiser.mjs'],
  unused: ['knip'],
}
/** What reads sources alone runs beside what drives the real thing; within a lane one follows the other. */
const LANES = [
  [...Object.keys(CHECKS), 'unit'],
  ['crash', 'server', 'browser'],
]
/** Far beyond what anything takes: whatever hangs is told as failed, and the others still have their turn. */
const LIMIT_MS = 40 * 60_000 * Number(process.env.LOOM_TIMES ?? 1)
const SLOWEST = 5

const args = process.argv.slice(2)
const repeatAt = args.indexOf('--repeat')
const times = repeatAt < 0 ? 1 : Number(args[repeatAt + 1])
const wanted = repeatAt < 0 ? args : args.toSpliced(repeatAt, 2)
const filesOf = (step) =>
  wanted.filter((name) => name.startsWith(`${step}/`)).map((name) => name.slice(step.length + 1))
const isWanted = (step) => wanted.length === 0 || wanted.includes(step) || filesOf(step).length > 0
const known = LANES.flat()
const unknown = wanted.filter((name) => !known.includes(name.split('/')[0]))
if (unknown.length > 0 || !(Number.isInteger(times) && times > 0)) {
  console.log(`./loom test takes ${known.join(', ')}, and --repeat N; not “${args.join(' ')}”.`)
  process.exit(2)
}

const folder = mkdtempSync(join(tmpdir(), 'loom-tests-'))
const total = { passed: 0, failed: 0 }

/** Runs a command to its end; gives its status and what it said. */
function run([command, ...rest], { outTo }) {
  return new Promise((resolve) => {
    const said = []
    const child = spawn(join('node_modules', '.bin', command), rest, {
      stdio: ['ignore', outTo, 'pipe'],
      timeout: LIMIT_MS,
      killSignal: 'SIGKILL',
    })
    child.stdout?.on('data', (piece) => said.push(piece))
    child.stderr.on('data', (piece) => said.push(piece))
    child.on('close', (status) => resolve({ status, said: Buffer.concat(said).toString() }))
  })
}

async function runCheck(name) {
  const { status, said } = await run(CHECKS[name], { outTo: 'pipe' })
  total[status === 0 ? 'passed' : 'failed'] += 1
  return { words: status === 0 ? 'passed' : 'FAILED', said: status === 0 ? '' : said }
}

async function runProject(name, round) {
  const report = join(folder, `${name}-${round}.json`)
  const files = filesOf(name).flatMap((pattern) => ['--testPathPatterns', pattern])
  const options = ['--selectProjects', name, '--runInBand', '--forceExit', '--silent=false']
  const { status, said } = await run(['jest', ...options, '--json', `--outputFile=${report}`, ...files], {
    outTo: 'ignore',
  })
  try {
    const told = JSON.parse(readFileSync(report, 'utf8'))
    const failed = told.numFailedTests + told.numRuntimeErrorTestSuites
    const isOddEnd = status !== 0 && failed === 0
    total.passed += told.numPassedTests
    total.failed += failed + told.numPendingTests + (isOddEnd ? 1 : 0)
    const slow = told.testResults
      .map(({ name: file, startTime, endTime }) => ({
        file: file.split('/').at(-1),
        seconds: (endTime - startTime) / 1000,
      }))
      .toSorted((a, b) => b.seconds - a.seconds)
      .slice(0, SLOWEST)
      .map(({ file, seconds }) => `${file} ${seconds.toFixed(0)} s`)
    return {
      words: `${told.numPassedTests} passed, ${failed} failed, ${told.numPendingTests} skipped${isOddEnd ? `, ended with ${status}` : ''} (${slow.join(', ')})`,
      said: failed > 0 || isOddEnd ? said : '',
    }
  } catch {
    total.failed += 1
    return { words: 'FAILED: it did not run to its end', said }
  }
}

async function runLane(steps) {
  for (let round = 1; round <= times; round += 1) {
    for (const name of steps.filter(isWanted)) {
      const from = performance.now()
      const { words, said } = await (name in CHECKS ? runCheck(name) : runProject(name, round))
      const seconds = ((performance.now() - from) / 1000).toFixed(0)
      if (said !== '') console.log(said.trimEnd())
      console.log(`${name}${times > 1 ? `, round ${round}` : ''}: ${words}, in ${seconds} s`)
    }
  }
}

await Promise.all(LANES.map(runLane))
rmSync(folder, { recursive: true })
console.log(`${total.passed} passed, ${total.failed} failed`)
process.exit(total.failed === 0 ? 0 : 1)
