import { bench, demoBuild } from '../../../tests/support/bench'
import { withChoices } from '../../../tests/rules/case'
import { derive } from '../operate/harness'
import { settingsCsv } from './csv'
import { ignoredHeaders } from './settings'

const ignoredIn = (build: Parameters<typeof derive>[0]) =>
  ignoredHeaders(derive(build)).map(({ name, why }) => `${name} ${why}`)

test('empty headers, and one that only reads a pump, whose warning counts', () => {
  const build = bench(
    ['M1: board-middle', 'S1: supply-550', 'P1: pump-tach-only', 'F1: fan-120'],
    ['P1.supply > S1.A_1', 'P1.tach > M1.PUMP', 'F1.fan > M1.SYS1'],
  )
  const ignored = ignoredIn(build)
  // The pump hears nothing of its header, but its standing still is told there.
  expect(ignored).toContain('PUMP reportsOnly')
  expect(ignored).toContain('SYS2 empty')
  expect(ignored.filter((line) => line.startsWith('SYS1'))).toEqual([])
})

test('by hand: Night Ferry reads seven link fans of one row on SYS2 without a report', () => {
  const night = demoBuild('night-ferry')
  expect(ignoredIn(night)).toContain('SYS2 silent')
  expect(ignoredIn(night)).toContain('CPU reportsOnly')
  // It is set all the same: its fans listen.
  const lines = settingsCsv(derive(night)).split('\r\n')
  expect(lines.find((line) => line.startsWith('SYS2,'))).toMatch(/^SYS2,firmware,pwm,.*,silent$/)
  expect(lines).toContain('SYS3,firmware,,,,,,,,,,,empty')
})

test('a header in another mode than its fan hears is none of them: it is to be set', () => {
  const build = bench(['M1: board-middle', 'F1: fan-120'], ['F1.fan > M1.SYS1'])
  const inMode = withChoices(build, { modes: [{ at: { itemId: 'm1', portId: 'SYS1' }, mode: 'dc' }] })
  expect(ignoredIn(inMode).some((line) => line.startsWith('SYS1'))).toBe(false)
})
