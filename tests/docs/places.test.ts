import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

const tokens = (cell: string) => [...cell.matchAll(/`([^`]+)`/g)].map(([, token]) => token!)
const rowsOf = (file: string) =>
  readFileSync(file, 'utf8')
    .split('\n')
    .filter((line) => line.startsWith('| ') && !line.startsWith('| ---'))
    .slice(1)
    .map((line) => line.slice(2, -2).split(' | '))

/** The paths that a cell names: whole ones, and names of files beside the last whole one. */
function pathsIn(cell: string): readonly string[] {
  let folder = ''
  return tokens(cell).flatMap((token) => {
    if (token.includes(' ') || /^[A-Z_]+$/.test(token)) return []
    const isWhole = /^(src|tests|tools|db|docs)\//.test(token)
    const path = isWhole ? token : join(folder, token)
    if (isWhole) folder = /\.\w+$/.test(token) ? dirname(token) : token
    return [path]
  })
}

describe('where CONTRIBUTING says that things go', () => {
  const rows = rowsOf('CONTRIBUTING.md')

  test('is a table of many rows', () => expect(rows.length).toBeGreaterThan(15))

  test.each(rows.map(([what, where]) => [what!.trim(), where!] as const))('%s: every path is there', (_what, where) => {
    const paths = pathsIn(where)
    expect(paths.length).toBeGreaterThan(0)
    expect(paths.filter((path) => !existsSync(path))).toEqual([])
  })
})

test('the folders of the core and of the pages are those of docs/architecture.md', () => {
  const named = rowsOf('docs/architecture.md').flatMap(([folder]) => tokens(folder!))
  expect(named.filter((folder) => !existsSync(join('src', folder)) && !existsSync(folder))).toEqual([])
  const foldersIn = (top: string) =>
    readdirSync(join('src', top), { withFileTypes: true })
      .filter((entry) => entry.isDirectory())
      .map(({ name }) => `${top}/${name}`)
  expect([...foldersIn('core'), ...foldersIn('ui')].filter((folder) => !named.includes(folder))).toEqual([])
})
