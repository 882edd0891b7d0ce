/**
 * Breaks the core on purpose, one place at a time, and says whether the unit tests notice: npm run mutants, or
 * npm run mutants -- WORD for the breaks that hold a word.
 * It works on a copy of the committed tree, so the checkout stays as it is. Exit 1 where a break stays unnoticed.
 */
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { MUTANTS, PLANNING_TESTS, USUAL_TESTS } from './mutant-list'

const home = process.cwd()
const folder = mkdtempSync(join(tmpdir(), 'loom-mutants-'))
execFileSync('git', ['clone', '-q', '--no-hardlinks', home, folder])
symlinkSync(resolve(home, 'node_modules'), join(folder, 'node_modules'))

/** The names of the tests that fail, up to the first test file that notices, or none where all pass. */
function failures(tests: string): readonly string[] {
  const args = ['--selectProjects', 'unit', '--testPathPatterns', tests, '--bail']
  const { status, stderr } = spawnSync(join('node_modules', '.bin', 'jest'), args, {
    cwd: folder,
    encoding: 'utf8',
    maxBuffer: 2 ** 28,
  })
  if (status === 0) return []
  // A run that bails out prints no JSON, so the names are read from its report.
  const names = [...stderr.matchAll(/^ {2}● (.+)$/gm)].map(([, name]) => name!)
  if (names.length === 0) throw new Error(`Jest failed, and no test did: ${stderr.slice(-2000)}`)
  return [...new Set(names)]
}

const word = process.argv[2] ?? ''
const chosen = MUTANTS.filter(({ what }) => what.includes(word))
let missed = 0
try {
  const before = [USUAL_TESTS, PLANNING_TESTS].flatMap(failures)
  if (before.length > 0) throw new Error(`These tests fail without any break: ${before.join('; ')}`)
  for (const { what, file, find, put, tests = USUAL_TESTS } of chosen) {
    const path = join(folder, file)
    const text = readFileSync(path, 'utf8')
    if (text.split(find).length !== 2) throw new Error(`${file} does not hold “${find}” exactly once`)
    writeFileSync(path, text.replace(find, put))
    const failed = failures(tests)
    writeFileSync(path, text)
    if (failed.length === 0) missed += 1
    const first = failed[0] === undefined ? '' : `, first “${failed[0]}”`
    console.log(`${failed.length === 0 ? 'MISSED' : 'caught'}: ${what} (${failed.length} tests fail${first})`)
  }
} finally {
  rmSync(folder, { recursive: true })
}
console.log(`${chosen.length - missed} of ${chosen.length} caught`)
process.exit(missed === 0 ? 0 : 1)
