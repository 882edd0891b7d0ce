import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { mkdtempSync, readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { validateDiagnose, validateExpect } from '../../src/core/formats/generated/validators'
import { loom } from '../support/cli'

const folder = mkdtempSync(join(tmpdir(), 'loom-seen-'))
let fileCount = 0
function seenFile(content: unknown): string {
  const path = join(folder, `seen-${(fileCount += 1)}.json`)
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content))
  return path
}
const diagnose = (content: unknown, ...args: string[]) =>
  loom('diagnose', 'demo/builds/night-ferry.json', '--seen', seenFile(content), ...args)

describe('./loom expect', () => {
  test('what every header shows, what turns and what shines; a reading that is nothing by design', async () => {
    const { status, stdout } = await loom('expect', 'demo/builds/night-ferry.json')
    expect(status).toBe(0)
    expect(stdout).toMatch(/^Night Ferry, all as planned\n/)
    expect(stdout).toContain('  SYS2 shows nothing, or 0 rpm, by design\n')
    // By hand: 35 % of a fan from 450 rpm at 20 % to 1650 rpm at 100 %: 450 + 1200 x 15 / 80 = 675 rpm.
    expect(stdout).toContain('  F8 turns, 675 rpm\n')
    expect(stdout).toContain('  M1 starts without a complaint\n')
  })

  test('with a fault slipped in, what is otherwise', async () => {
    const { stdout } = await loom('expect', 'demo/builds/night-ferry.json', '--fault', 'F10.link:plugLoose')
    expect(stdout).toContain('Night Ferry, but: The plug of F10 link lead is not seated.')
    // F9 is chained behind F10.
    for (const mark of ['F9', 'F10'])
      expect(stdout).toMatch(new RegExp(`^ {2}${mark} turns, 675 rpm; now it stands$`, 'm'))
    expect(stdout).toMatch(/^ {2}F8 turns, 675 rpm$/m)
  })

  test('a build that would be damaged is not to be switched on: exit 1', async () => {
    const { status, stdout } = await loom('expect', 'demo/builds/tangled-heron.json')
    expect([status, stdout.includes('\nDo not switch it on: ')]).toEqual([1, true])
  })

  test.each(readdirSync('demo/builds').filter((name) => name !== 'loom-hall.json'))(
    '--json of %s fits its published schema',
    async (name) => {
      const { stdout } = await loom('expect', `demo/builds/${name}`, '--json')
      expect(validateExpect(JSON.parse(stdout))).toBe(true)
    },
  )
})

describe('./loom diagnose', () => {
  test('from one symptom to the next look, and from its answer to the cure', async () => {
    const first = { of: 'fan', at: 'F10', is: 'stands' }
    const { stdout } = await diagnose({ seen: [first] }, '--json')
    const report = JSON.parse(stdout) as { readonly next: { readonly look: string }; readonly left: readonly object[] }
    expect([validateDiagnose(report), report.left.length > 3]).toEqual([true, true])
    const more = [first, { of: 'fan', at: 'F9', is: 'stands' }, { of: 'fan', at: 'F8', is: 'asPlanned' }]
    const { stdout: text } = await diagnose({ seen: more })
    expect(text).toMatch(
      /^Night Ferry: \d+ of \d+ single faults explain it\n {2}\d+ % {2}The plug of F10 link lead is not seated\.$/m,
    )
    expect(text).toMatch(/^Next, 2 min, power off first: Look at the plug of F10 link lead: is it seated, and where\?/m)
  })

  test('what no single fault explains: pairs of them; what nothing explains names no culprit', async () => {
    const two = [
      { of: 'fan', at: 'F13', is: 'stands' },
      { of: 'light', at: 'L1', is: 'dark' },
    ]
    const { stdout: text } = await diagnose({ seen: two })
    expect(text).toMatch(/^Night Ferry: none of its \d+ single faults explains all of this; \d+ pairs of them do$/m)
    const { stdout } = await diagnose({ seen: two }, '--json')
    const report = JSON.parse(stdout) as {
      readonly left: readonly { readonly id: string; readonly faultCount: number }[]
    }
    expect(validateDiagnose(report)).toBe(true)
    expect(report.left.map(({ id }) => id)).toContain('f13.fan:plugLoose + l1.light:plugLoose')
    expect(new Set(report.left.map(({ faultCount }) => faultCount))).toEqual(new Set([2]))
    const three = [...two, { of: 'board', at: 'M1', is: 'complains' }, { of: 'fan', at: 'F12', is: 'stands' }]
    const { status, stdout: none } = await diagnose({ seen: three })
    expect([status, none]).toEqual([
      0,
      expect.stringMatching(/none of its \d+ single faults explains all of this, nor do two at once\. Look again\.\n$/),
    ])
  })

  test('speeds that sensors read: as JSON and as CSV, by the names of headers', async () => {
    const listing = { 'chip-isa-0a30': { SYS_FAN1: { fan2_input: 0 }, fan9: { fan9_input: 65535 } } }
    for (const content of [listing, 'name,rpm\nSYS1,0\n']) {
      const { status, stdout } = await loom(
        'diagnose',
        'demo/builds/night-ferry.json',
        '--readings',
        seenFile(content),
        '--json',
      )
      const report = JSON.parse(stdout) as { readonly left: readonly { readonly id: string }[] }
      expect([status, report.left.map(({ id }) => id).includes('f13.fan:plugLoose')]).toEqual([0, true])
    }
    const bad = await loom('diagnose', 'demo/builds/night-ferry.json', '--readings', seenFile('SYS1,fast'))
    expect([bad.status, bad.stderr]).toEqual([2, expect.stringMatching(/At line 1: a speed is a number, in rpm/)])
    const none = await loom('diagnose', 'demo/builds/night-ferry.json')
    expect([none.status, none.stderr]).toEqual([2, expect.stringMatching(/Use: \.\/loom diagnose FILE/)])
  })

  test('a build that would be damaged says so first; a build with nothing in it has nothing to look at', async () => {
    const { stdout } = await loom(
      'diagnose',
      'demo/builds/tangled-heron.json',
      '--seen',
      seenFile({ seen: [{ of: 'fan', at: 'F1', is: 'stands' }] }),
    )
    expect(stdout).toMatch(/^Do not switch it on: /)
    const empty = {
      ...JSON.parse(readFileSync('demo/builds/paper-kite.json', 'utf8')),
      items: [],
      threads: [],
      parts: [],
    }
    const { status, stderr } = await loom(
      'diagnose',
      seenFile({ ...empty, choices: { headroomPercent: 20 } }),
      '--seen',
      seenFile({ seen: [] }),
    )
    expect([status, stderr]).toEqual([0, ''])
  })

  test.each([
    ['not JSON', '{', /JSON/],
    ['a header that is not there', { seen: [{ of: 'reading', at: 'M1.SYS9', rpm: 0 }] }, /M1 has no port “SYS9”/],
    ['a thing that is not there', { seen: [{ of: 'fan', at: 'F99', is: 'stands' }] }, /There is no item “F99”/],
    [
      'a light that has none',
      { seen: [{ of: 'light', at: 'F13.fan', is: 'dark' }] },
      /At \/seen\/0: “F13\.fan” has no light/,
    ],
    [
      'two things of one',
      {
        seen: [
          { of: 'fan', at: 'F1', is: 'stands' },
          { of: 'fan', at: 'F1', is: 'faster' },
        ],
      },
      /At \/seen\/1: “F1” was said to be stands before/,
    ],
    ['a word that is none', { seen: [{ of: 'fan', at: 'F1', is: 'wobbles' }] }, /At \/seen\/0\/is/],
    ['a speed below nought', { seen: [{ of: 'reading', at: 'M1.SYS1', rpm: -1 }] }, /At \/seen\/0\/rpm/],
    ['neither', { seen: [{ of: 'reading', at: 'M1.SYS1' }] }, /say either how it is, or its rpm/],
    ['a look that is none', { seen: [], found: [{ look: 'plug x', is: 'fine' }] }, /At \/found\/0: there is no look/],
  ])('exit 2: %s', async (_, content, message) => {
    const { status, stdout, stderr } = await diagnose(content)
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr).toMatch(message)
  })

  test('0 rpm and 65535 rpm are no speed; of a header that is silent by design they are as planned', async () => {
    for (const rpm of [0, 65_535]) {
      const silent = await diagnose({ seen: [{ of: 'reading', at: 'M1.SYS1', rpm }] }, '--json')
      const own = JSON.parse(silent.stdout) as { readonly left: readonly { readonly id: string }[] }
      const ids = own.left.map(({ id }) => id)
      for (const id of ['f13.fan:plugLoose', 'f13.fan:contactOpen:tach', 'f13.fan:tachSilent', 'm1.SYS1:headerDeaf']) {
        expect(ids).toContain(id)
      }
      expect(ids.filter((id) => id.startsWith('l1.') || id.startsWith('f9.'))).toEqual([])
      const designed = await diagnose({ seen: [{ of: 'reading', at: 'M1.SYS2', rpm }] }, '--json')
      const all = JSON.parse(designed.stdout) as { readonly faultCount: number; readonly left: readonly object[] }
      expect(all.left.length).toBeGreaterThan(all.faultCount / 2)
    }
  })
})
