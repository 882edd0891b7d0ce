import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Ajv from 'ajv'
import published from '../../docs/schema/check-1.schema.json'
import { demoBuild } from '../support/bench'

const folder = mkdtempSync(join(tmpdir(), 'loom-cli-'))
const loom = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync('./loom', args, { encoding: 'utf8' })
  return { status, stdout, stderr }
}
const file = (name: string, text: string) => {
  const path = join(folder, name)
  writeFileSync(path, text)
  return path
}
const validate = new Ajv({ discriminator: true, strict: false, validateSchema: false }).compile(
  JSON.parse(JSON.stringify({ ...published, $schema: undefined })) as object,
)

describe('./loom check', () => {
  test('exit 0 where no stop is found', () => {
    const { status, stdout } = loom('check', 'demo/builds/paper-kite.json')
    expect(status).toBe(0)
    expect(stdout).toMatch(/^Paper Kite: 0 stops, 0 minds, 0 unknown, 0 notes; \d+ checks hold/)
  })

  test('exit 1 where stops are found, with every sum', () => {
    const { status, stdout } = loom('check', 'demo/builds/tangled-heron.json')
    expect(status).toBe(1)
    expect(stdout).toContain(
      'F1 0.30 + F2 0.30 + F3 0.30 + F4 0.30 = 1.20 A of 1.00 A, 0.80 A with 20 % headroom: over',
    )
    expect(stdout).toContain('L4 light lead takes 5 V, but LED12V would put 12 V on it: that destroys the lights.')
  })

  test.each([
    ['a file that is not there', () => ['nowhere.json'], /nowhere\.json cannot be read/],
    ['no file', () => [], /Use: \.\/loom check FILE/],
    ['a strange word', () => ['demo/builds/paper-kite.json', '--loud'], /--loud is not known/],
    ['not JSON', () => [file('a.json', '{\n  "format": nonsense')], /line 2, column 13/],
    [
      'a wrong version',
      () => [file('b.json', JSON.stringify({ ...demoBuild('paper-kite'), version: 9 }))],
      /At \/version: .*9 stands there/,
    ],
    [
      'an unknown field',
      () => [file('c.json', JSON.stringify({ ...demoBuild('paper-kite'), extra: 1 }))],
      /At \/extra: this field is not known/,
    ],
    ['a file of 5 MB', () => [file('d.json', '['.repeat(5 * 1024 * 1024))], /5\.0 MB read, 4\.0 MB allowed/],
  ] as const)('exit 2 and one sentence for %s', (_what, args, words) => {
    const { status, stdout, stderr } = loom('check', ...args())
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' })
    expect(stderr.trim().split('\n')).toHaveLength(1)
    expect(stderr).toMatch(words)
  })

  test.each(readdirSync('demo/builds'))('--json of %s fits its published schema', (name) => {
    const { stdout } = loom('check', `demo/builds/${name}`, '--json')
    const report: unknown = JSON.parse(stdout)
    expect(validate(report) ? [] : validate.errors).toEqual([])
    expect(validate({ ...(report as object), extra: 1 })).toBe(false)
  })

  test('an unknown command says so', () => {
    expect(loom('dance')).toMatchObject({ status: 2, stderr: expect.stringContaining('no command “dance”') })
    expect(loom('help').stdout).toContain('./loom check FILE')
  })
})
