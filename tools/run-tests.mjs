// Runs every check and every test project, and closes with the one line that counts: `N passed, N failed`.
// Called by ./loom test, which has a database and a server ready. Words on the command line choose projects or checks;
// a project may name its files after a slash, as in server/inputs.
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const CHECKS = [
  ['generated', ['tsx', 'tools/generate.ts', '--check']],
  ['demo', ['tsx', 'tools/demo/index.ts', '--check']],
  ['format', ['prettier', '--check', '--log-level', 'warn', '.']],
  ['lint', ['eslint', '.', '--max-warnings', '0']],
  ['types', ['tsc', '--noEmit', '--incremental', 'false']],
  ['imports', ['depcruise', 'src', '--config', '.dependency-cruiser.cjs']],
  ['unused', ['knip']],
]
const PROJECTS = ['unit', 'server', 'browser', 'crash']

/** Far beyond what any project takes: whatever hangs is told as failed, and the others still have their turn. */
const PROJECT_LIMIT_MS = 25 * 60_000 * Number(process.env.LOOM_TIMES ?? 1)

const wanted = process.argv.slice(2)
const isWanted = (name) => wanted.length === 0 || wanted.includes(name)
const bin = (name) => join('node_modules', '.bin', name)
const folder = mkdtempSync(join(tmpdir(), 'loom-tests-'))
let passed = 0
let failed = 0

for (const [name, [command, ...args]] of CHECKS.filter(([name]) => isWanted(name))) {
  const { status } = spawnSync(bin(command), args, { stdio: ['ignore', 'inherit', 'inherit'] })
  console.log(`${status === 0 ? 'passed' : 'FAILED'}: ${name}`)
  if (status === 0) passed += 1
  else failed += 1
}

const filesOf = (project) =>
  wanted.filter((name) => name.startsWith(`${project}/`)).map((name) => name.slice(project.length + 1))

for (const project of PROJECTS.filter((name) => isWanted(name) || filesOf(name).length > 0)) {
  const files = filesOf(project).flatMap((pattern) => ['--testPathPatterns', pattern])
  const report = join(folder, `${project}.json`)
  const { status } = spawnSync(
    bin('jest'),
    [
      ...['--selectProjects', project, '--runInBand', '--forceExit', '--silent=false'],
      ...['--json', `--outputFile=${report}`, ...files],
    ],
    { stdio: ['ignore', 'ignore', 'inherit'], timeout: PROJECT_LIMIT_MS, killSignal: 'SIGKILL' },
  )
  try {
    const { numPassedTests, numFailedTests, numPendingTests, numRuntimeErrorTestSuites } = JSON.parse(
      readFileSync(report, 'utf8'),
    )
    passed += numPassedTests
    failed += numFailedTests + numPendingTests + numRuntimeErrorTestSuites
    console.log(
      `${project}: ${numPassedTests} passed, ${numFailedTests + numRuntimeErrorTestSuites} failed, ${numPendingTests} skipped`,
    )
    if (status !== 0 && numFailedTests + numRuntimeErrorTestSuites === 0) failed += 1
  } catch {
    console.log(`FAILED: ${project} did not run`)
    failed += 1
  }
}

rmSync(folder, { recursive: true })
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
