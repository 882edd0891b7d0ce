import { readdirSync } from 'node:fs'
import { validateLight } from '../../src/core/formats/generated/validators'
import { loom } from '../support/cli'

const light = (name: string, ...args: string[]) => loom('light', `demo/builds/${name}.json`, ...args)

describe('./loom light', () => {
  test('line by line: LED numbers, amps at the look and at white, the brightest white', async () => {
    const { status, stdout } = await light('tangled-heron', '--brightness', '50')
    expect(status).toBe(0)
    expect(stdout).toMatch(/^Tangled Heron showing FFFFFF at 50 %\n/)
    // By hand: 60 x 50 mA + 20 x 60 mA = 4.20 A; dark 80 x 1 mA, and half of what is above it: 0.08 + 4.12 / 2 = 2.14 A.
    expect(stdout).toMatch(/^LED5V B: 80 LEDs, ruled by the board\n {2}2\.14 A so, 4\.20 A at full white; /m)
    // 3.00 A less 20 % of it: (2.40 - 0.08) / 4.12 = 56.3 %.
    expect(stdout).toContain('brightest white within the headroom: 56 %')
    expect(stdout).toMatch(/^ {2}L2 strip: LED 1 to 60; far end \d\.\d\d V \(\d\.\d\d V to \d\.\d\d V\)$/m)
    expect(stdout).toMatch(/^ {2}L3 strip: LED 61 to 80; /m)
  })

  test.each(readdirSync('demo/builds'))('--json of %s fits its published schema', async (name) => {
    const { stdout } = await loom('light', `demo/builds/${name}`, '--json', '--colour', 'FF8000')
    const report = JSON.parse(stdout) as { readonly look: object }
    expect([validateLight(report), report.look]).toEqual([true, { colour: 'FF8000', brightnessPercent: 100 }])
  })

  test.each([
    [['--colour', 'mauve'], /“mauve” is no colour/],
    [['--brightness', '140'], /“140” is no brightness/],
    [['--loud'], /Use: \.\/loom light FILE/],
  ])('exit 2: %s', async (args, message) => {
    const { status, stdout, stderr } = await light('tangled-heron', ...args)
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr).toMatch(message)
  })
})
