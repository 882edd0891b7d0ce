import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join, resolve } from 'node:path'

/* Which data belong to which checkout, as the script finds it: no cluster is made for this. */

const folder = mkdtempSync(join(tmpdir(), 'installation-'))
const home = join(folder, 'data')
mkdirSync(home)
afterAll(() => rmSync(folder, { recursive: true }))

const tools = resolve('tools/loom')

/** Uses the data of a checkout once, as a start would; the name of their folder, and what was said. */
function use(checkout: string) {
  const script = `set -euo pipefail; root=${checkout}; . ${tools}/common.sh; . ${tools}/cluster.sh
    [ -e "$data" ] || tell_orphans; mkdir -p "$data"; remember_installation; printf %s "$data"`
  const env = { ...process.env, LOOM_HOME: home, LOOM_DATA: '' }
  const { status, stdout, stderr } = spawnSync('bash', ['-c', script], { env, encoding: 'utf8' })
  expect({ status, stderr: status === 0 ? '' : stderr }).toEqual({ status: 0, stderr: '' })
  return { id: basename(stdout), said: stderr }
}
const at = (name: string) => join(folder, name)

test('data belong to the checkout, wherever it is moved, and to no other one', () => {
  mkdirSync(at('one'))
  const first = use(at('one'))
  expect(first.said).toBe('')
  expect(readFileSync(join(at('one'), '.loom-id'), 'utf8').trim()).toBe(first.id)
  expect(use(at('one'))).toEqual(first)

  renameSync(at('one'), at('two'))
  expect(use(at('two'))).toEqual({
    id: first.id,
    said: expect.stringMatching(/was in .*\/one before; its data .* came along/),
  })
  expect(use(at('two')).said).toBe('')

  // A new checkout where the first one was has data of its own, and keeps them.
  mkdirSync(at('one'))
  const second = use(at('one'))
  expect(second.id).not.toBe(first.id)
  expect(use(at('one'))).toEqual(second)

  cpSync(at('two'), at('copy'), { recursive: true })
  expect(use(at('copy'))).toEqual({
    id: first.id,
    said: expect.stringMatching(/is a copy of .*\/two and shares its data/),
  })

  // The id may be lost: the data know where they were used.
  rmSync(join(at('two'), '.loom-id'))
  rmSync(at('copy'), { recursive: true })
  expect(use(at('two')).id).toBe(first.id)

  // A checkout that is gone leaves its data; whoever begins anew is told how to take them.
  rmSync(at('two'), { recursive: true })
  mkdirSync(at('three'))
  const third = use(at('three'))
  expect(third.id).not.toBe(first.id)
  expect(third.said).toMatch(
    new RegExp(`was in .*/two and is gone. To use them here: printf %s ${first.id} > .*/three/.loom-id`),
  )
})
