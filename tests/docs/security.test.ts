import { existsSync, readFileSync } from 'node:fs'

const text = readFileSync('docs/security.md', 'utf8')
const rows = text.split('\n').filter((line) => line.startsWith('| ') && /`tests\//.test(line))

test('every control names a test', () => {
  const controls = text.split('\n').filter((line) => /^\| \d/.test(line))
  expect(controls.length).toBeGreaterThan(25)
  expect(controls.filter((line) => !rows.includes(line))).toEqual([])
})

test.each(rows.map((line) => [line.split('|')[1]!.trim(), line]))('%s: its test is there', (_control, line) => {
  for (const [, path, title] of line.matchAll(/`(tests\/[^`]+)`(?:: “([^”]+)”)?/g)) {
    expect([path, existsSync(path!)]).toEqual([path, true])
    if (title !== undefined) expect([title, readFileSync(path!, 'utf8').includes(title)]).toEqual([title, true])
  }
})
