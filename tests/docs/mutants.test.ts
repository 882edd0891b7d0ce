import { readFileSync } from 'node:fs'
import { MUTANTS } from '../../tools/mutant-list'

test.each(MUTANTS.map(({ what, file, find }) => [what, file, find] as const))(
  'the place that “%s” would break is still there',
  (_what, file, find) => {
    expect(readFileSync(file, 'utf8').split(find)).toHaveLength(2)
  },
)
