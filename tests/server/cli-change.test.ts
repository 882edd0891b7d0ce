import { writeFileSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { apply } from '../../src/core/build/apply'
import { plugEdit } from '../../src/core/build/plug'
import { validateChange } from '../../src/core/formats/generated/validators'
import { demoBuild } from '../support/bench'
import { loom } from '../support/cli'

const folder = mkdtempSync(join(tmpdir(), 'loom-change-'))
const before = demoBuild('harbour-lantern')
const moved = apply(before, plugEdit(before, { itemId: 'y1', portId: 'in' }, { itemId: 'm1', portId: 'SYS2' })).build
const path = join(folder, 'after.json')
writeFileSync(path, JSON.stringify(moved))
const FROM = 'demo/builds/harbour-lantern.json'

test('a lead that moved: power off first, one step, its minutes', async () => {
  const { status, stdout } = await loom('change', FROM, path, '--minutes', '2.5')
  expect([status, stdout]).toEqual([
    0,
    [
      'From “Harbour Lantern” to “Harbour Lantern”: 1 step, 1 lead, 2.5 min for the leads',
      'Power off, switch the supply off and pull its plug.',
      '  1  Move Y1 board lead from SYS1 to SYS2.',
      '',
    ].join('\n'),
  ])
})

test('the same state is nothing to do; --json fits its published schema', async () => {
  const { stdout } = await loom('change', FROM, FROM)
  expect(stdout).toBe('From “Harbour Lantern” to “Harbour Lantern”: nothing is to be done at the bench.\n')
  const { stdout: json } = await loom('change', 'demo/builds/paper-kite.json', FROM, '--json')
  expect(validateChange(JSON.parse(json))).toBe(true)
})

test.each([
  [['change', FROM], /Use: \.\/loom change BEFORE AFTER/],
  [['change', FROM, 'nowhere.json'], /nowhere\.json cannot be read/],
  [['change', FROM, path, '--minutes', 'soon'], /“soon” is no time a lead/],
  [['change', FROM, path, '--minutes', '-1'], /-1|minutes/],
] as const)('exit 2: %j', async (args, message) => {
  const { status, stdout, stderr } = await loom(...args)
  expect([status, stdout]).toEqual([2, ''])
  expect(stderr).toMatch(message)
})
