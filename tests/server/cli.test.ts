import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Ajv from 'ajv'
import published from '../../docs/schema/check-2.schema.json'
import { VERBS } from '../../src/cli/run'
import { validateReplay, validateRun } from '../../src/core/formats/generated/validators'
import { demoBuild } from '../support/bench'
import { loom } from '../support/cli'

const folder = mkdtempSync(join(tmpdir(), 'loom-cli-'))
const file = (name: string, text: string | Buffer) => {
  const path = join(folder, name)
  writeFileSync(path, text)
  return path
}
const validate = new Ajv({ discriminator: true, strict: false, validateSchema: false }).compile(
  JSON.parse(JSON.stringify({ ...published, $schema: undefined })) as object,
)

describe('./loom check', () => {
  test('exit 0 where no stop is found', async () => {
    const { status, stdout } = await loom('check', 'demo/builds/paper-kite.json')
    expect(status).toBe(0)
    expect(stdout).toMatch(/^Paper Kite: 0 stops, 0 warnings, 1 unknown, 3 notes; \d+ checks hold/)
  })

  test('exit 1 where stops are found, with every sum', async () => {
    const { status, stdout } = await loom('check', 'demo/builds/tangled-heron.json')
    expect(status).toBe(1)
    expect(stdout).toContain(
      'F1 0.30 + F2 0.30 + F3 0.30 + F4 0.30 = 1.20 A of 1.00 A, 0.80 A with 20 % headroom: over',
    )
    expect(stdout).toContain('L4 light lead takes 5 V, but LED12V would put 12 V on it: that destroys the lights.')
  })

  test.each([
    ['a file that is not there', () => ['nowhere.json'], /nowhere\.json cannot be read/],
    ['no file', () => [], /Use: \.\/loom check FILE/],
    ['a strange word', () => ['demo/builds/paper-kite.json', '--loud'], /Use: \.\/loom check FILE.*--loud/],
    ['not JSON', () => [file('a.json', '{\n  "format": nonsense')], /line 2, column 13/],
    [
      'a wrong version',
      () => [file('b.json', JSON.stringify({ ...demoBuild('paper-kite'), version: 9 }))],
      /At \/version: version 9 was written by a newer program/,
    ],
    [
      'an unknown field',
      () => [file('c.json', JSON.stringify({ ...demoBuild('paper-kite'), extra: 1 }))],
      /At \/extra: this field is not known/,
    ],
    ['a file of 25 MB', () => [file('d.json', '['.repeat(25 * 1024 * 1024))], /25\.0 MB read, 24\.0 MB allowed/],
    ['a device that never ends', () => ['/dev/zero'], /over the limit: .* 24\.0 MB allowed/],
    ['a folder', () => ['demo'], /demo cannot be read/],
    ['bytes that are no text', () => [file('e.json', Buffer.from([0x7b, 0xff, 0x7d]))], /not text in UTF-8/],
    ['a key that stands twice', () => [file('f.json', '{"a": 1, "a": 2}')], /“a” stands twice .* line 1, column 10/],
  ] as const)('exit 2 and one sentence for %s', async (_what, args, words) => {
    const { status, stdout, stderr } = await loom('check', ...args())
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' })
    expect(stderr.trim().split('\n')).toHaveLength(1)
    expect(stderr).toMatch(words)
  })

  test.each(readdirSync('demo/builds'))('--json of %s fits its published schema', async (name) => {
    const { stdout } = await loom('check', `demo/builds/${name}`, '--json')
    const report: unknown = JSON.parse(stdout)
    expect(validate(report) ? [] : validate.errors).toEqual([])
    expect(validate({ ...(report as object), extra: 1 })).toBe(false)
  })

  test('an unknown command says so', async () => {
    expect(await loom('dance')).toMatchObject({ status: 2, stderr: expect.stringContaining('no command “dance”') })
  })
})

describe('./loom explain', () => {
  test('the way to the supply, with every sum, the command and the reading', async () => {
    const { status, stdout } = await loom('explain', 'demo/builds/harbour-lantern.json', 'F3.fan')
    expect(status).toBe(0)
    expect(stdout.split('\n')).toEqual([
      'F3 (Quillet Drift 140): plugged to Y1 outlet 3',
      '12 V supply: Y1 outlet 3 > Y1 board lead > SYS1',
      '  SYS1: F1 0.30 + F2 0.30 + F3 0.30 = 0.90 A of 1.00 A, 0.80 A with 20 % headroom: tight',
      'Command from SYS1: by its PWM wire',
      '',
    ])
    expect((await loom('explain', 'demo/builds/harbour-lantern.json', 'M1.SYS1')).stdout).toContain(
      'Speed read here: F1',
    )
    expect((await loom('explain', 'demo/builds/paper-kite.json', 'L1.light')).stdout).toMatch(
      /Light from LED5V: LED 1 to 30 of 30\n {2}4\.8\d V at its far end/,
    )
  })

  test('lights at a chosen colour and brightness draw less and keep more of their volts', async () => {
    const explain = async (...glow: string[]) =>
      (await loom('explain', 'demo/builds/paper-kite.json', 'L1.light', ...glow)).stdout
    const voltsOf = (text: string) => Number(/(\d\.\d\d) V at its far end/.exec(text)![1])
    const dim = await explain('--colour', 'ff0000', '--brightness', '40')
    expect(dim).toContain('at colour ff0000 and 40 % brightness')
    expect(await explain()).toContain('at full white')
    expect(voltsOf(dim)).toBeGreaterThan(voltsOf(await explain()))
  })

  test.each([
    ['--colour', 'red', /“red” is no colour/],
    ['--brightness', '120', /“120” is no brightness/],
    ['--brightness', '', /“” is no brightness/],
    ['--shade', '1', /Use: \.\/loom explain FILE/],
  ])('%s %s: a sentence, exit 2', async (option, value, message) => {
    const { status, stderr } = await loom('explain', 'demo/builds/paper-kite.json', 'L1.light', option, value)
    expect(status).toBe(2)
    expect(stderr).toMatch(message)
  })

  test.each([
    ['an item that is not there', 'Q1.fan', /There is no item “Q1” in this build\. It has F1, /],
    ['a port that is not there', 'F3.nose', /F3 has no port “nose”\. It has fan\./],
  ])('%s: a sentence, exit 2', async (_name, port, message) => {
    const { status, stderr } = await loom('explain', 'demo/builds/harbour-lantern.json', port)
    expect(status).toBe(2)
    expect(stderr).toMatch(message)
  })
})

describe('./loom export', () => {
  test('a netlist, a lead list and a graph', async () => {
    const to = async (format: string) =>
      (await loom('export', 'demo/builds/harbour-lantern.json', '--to', format)).stdout
    expect(await to('spice')).toMatch(/^\* Harbour Lantern: [\s\S]*\nVs0_0 c0n0 0 12\n[\s\S]*\.end\n$/)
    expect((await to('csv')).split('\r\n')[0]).toMatch(/lead/i)
    // The mode first, then the heat, then a row a point.
    expect((await to('settings')).split('\r\n').slice(0, 3)).toEqual([
      'head,where,mode,heatSource,point,temperatureC,dutyPercent,hysteresisC,stepUpSeconds,stepDownSeconds,leastDutyPercent,stopBelowC,ignore',
      'CPU,firmware,pwm,processor,1,50,30,4,40,90,,,',
      'CPU,firmware,pwm,processor,2,70,55,4,40,90,,,',
    ])
    expect(await to('dot')).toContain('"y1" -> "f1" [label="outlet 1 > fan lead"];')
  })

  test.each(['png', 'constructor'])('%s is no format: a sentence, exit 2', async (format) => {
    const { status, stderr } = await loom('export', 'demo/builds/harbour-lantern.json', '--to', format)
    expect(status).toBe(2)
    expect(stderr).toContain('Use: ./loom export FILE --to spice|csv|settings|dot')
  })
})

describe('./loom weave', () => {
  test('a plan with what each goal came to, what to buy, and every lead', async () => {
    const { status, stdout } = await loom(
      'weave',
      'demo/builds/paper-kite.json',
      '--shelf',
      'demo/parts.json',
      '--seconds',
      '30',
    )
    expect(status).toBe(0)
    expect(stdout).toMatch(/^Paper Kite, Sound, then cheap: /)
    expect(stdout).toContain('leads without a port: 0 (proven best)')
    expect(stdout).toMatch(/money: \d+\.\d\d \(proven best\)/)
    expect(stdout).toContain('Judged by all rules: 0 stops')
  })

  test('one machine of several, or all of them one after the other', async () => {
    const one = await loom('weave', 'demo/builds/loom-hall.json', '--machine', 'Bench 3')
    expect(one.status).toBe(0)
    expect(one.stdout).toMatch(/^Bench 3, Sound, then cheap: /)
    expect(one.stdout).not.toContain('Bench 4')
    const whole = await loom('weave', 'demo/builds/loom-hall.json', '--school', 'money')
    expect(whole.stdout.match(/^Bench \d+, Least money: /gm)).toHaveLength(10)
  })

  test('with --json the build as it would be, which passes the check', async () => {
    const { status, stdout } = await loom('weave', 'demo/builds/paper-kite.json', '--school', 'mend', '--json')
    expect(status).toBe(0)
    expect((await loom('check', file('woven.json', stdout))).status).toBe(0)
  })

  test.each([
    ['a strange manner', ['demo/builds/paper-kite.json', '--school', 'grand'], /no manner “grand”.*balanced/],
    ['a shelf that is none', ['demo/builds/paper-kite.json', '--shelf', 'package.json'], /package\.json|At \//],
    ['a strange machine', ['demo/builds/loom-hall.json', '--machine', 'Bench 11'], /no machine “Bench 11”.*Bench 10/],
    ['no time', ['demo/builds/paper-kite.json', '--seconds', '0'], /“0” is no time: give seconds from 1 to 3600/],
    ['no file', [], /Use: \.\/loom weave FILE/],
  ])('exit 2: %s', async (_, args, message) => {
    const { status, stderr } = await loom('weave', ...args)
    expect(status).toBe(2)
    expect(stderr).toMatch(message)
  })
})

describe('./loom run', () => {
  const runFans = (...args: string[]) => loom('run', 'demo/builds/harbour-lantern.json', ...args)

  test('what each fan does, head by head, the air of the case and the sums', async () => {
    const { status, stdout } = await runFans('--heat', 'processor=70,graphics=60,coolant=38')
    expect(status).toBe(0)
    // By hand: SYS1 asks for 50 % at 60 degrees, 400 + 800 x 30/80 = 700 rpm; CPU for 55 % at 70, 500 + 1500 x 35/80 = 1156.
    expect(stdout).toMatch(
      /^Harbour Lantern by the tuned curves, processor 70 °C, graphics card 60 °C, coolant 38 °C\n/,
    )
    expect(stdout).toMatch(/^SYS1: 50 %\n {2}F1: 700 rpm of 1200, /m)
    expect(stdout).toMatch(/^CPU: 55 %\n {2}R1: 1156 rpm of 2000, /m)
    expect(stdout).toMatch(/^Air of K1: \d+\.\d m³\/h in, \d+\.\d m³\/h out, -?\d+\.\d\d Pa above outside$/m)
    expect((await runFans('--set', 'stock', '--heat', 'graphics=65')).stdout).toMatch(/^SYS1: 85 %$/m)
    expect((await runFans()).stdout).toMatch(
      /^SYS1: no curve, or no temperature for it\n {2}F1: 0 to 1200 rpm of 1200/m,
    )
  })

  test('a log replayed by both sets of curves, or by one', async () => {
    const { stdout } = await runFans('--log', 'demo/logs/evening-of-editing.csv')
    const turnsBy = (set: string) => Number(new RegExp(`^By the ${set}.*: (\\d+) turns`, 'm').exec(stdout)![1])
    expect(turnsBy('tuned curves')).toBeLessThan(turnsBy('curves as the parts came'))
    expect((await runFans('--log', 'demo/logs/full-load-then-idle.csv', '--set', 'stock')).stdout).not.toContain(
      'tuned',
    )
  })

  test.each(readdirSync('demo/builds'))('--json of %s fits its published schemas', async (name) => {
    const json = async (...args: string[]) =>
      JSON.parse((await loom('run', `demo/builds/${name}`, '--json', ...args)).stdout) as unknown
    expect(validateRun(await json('--heat', 'processor=50'))).toBe(true)
    expect(validateReplay(await json('--log', 'demo/logs/full-load-then-idle.csv'))).toBe(true)
    expect(validateReplay(await json('--heat', 'processor=50'))).toBe(false)
  })

  test.each([
    [['--heat', 'nose=50'], /“nose=50” is no temperature: give processor, graphics, coolant and board from -50 to 150/],
    [['--heat', 'board=hot'], /“board=hot” is no temperature/],
    [['--heat', 'board=900'], /“board=900” is no temperature/],
    [['--set', 'loud'], /no set “loud” of curves/],
    [['--log', 'package.json'], /no column|name its columns/],
    [['--log', 'nowhere.csv'], /nowhere\.csv cannot be read/],
  ])('exit 2: %s', async (args, message) => {
    const { status, stdout, stderr } = await runFans(...args)
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr).toMatch(message)
  })
})

test('./loom itself hands on words, streams and the exit code', () => {
  const shell = (...args: string[]) => spawnSync('./loom', args, { encoding: 'utf8' })
  expect(shell('help').stdout).toContain('./loom check FILE')
  const { status, stdout, stderr } = shell('check', 'demo/builds/tangled-heron.json')
  expect({ status, stderr }).toEqual({ status: 1, stderr: '' })
  expect(stdout).toContain('Tangled Heron: ')
  expect(shell('check', 'nowhere.json')).toMatchObject({
    status: 2,
    stdout: '',
    stderr: expect.stringContaining('nowhere'),
  })
})

test.each(Object.keys(VERBS))('./loom %s is reached: without its file it says how it is used', (verb) => {
  const { status, stderr } = spawnSync('./loom', [verb], { encoding: 'utf8' })
  expect([status, stderr]).toEqual([2, expect.stringMatching(new RegExp(`^Use: \\./loom ${verb} (FILE|BEFORE)`))])
})
