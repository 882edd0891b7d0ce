import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { lpText } from '../../src/core/weave/lp'
import type { Row, Sums, Terms } from '../../src/core/weave/model'

/** What GLPK (a general-purpose solver, from Debian) makes of a goal, with rows that hold besides; undefined where it takes too long. */
export function glpk(
  sums: Sums,
  goal: { readonly terms: Terms },
  held: readonly Row[],
  seconds: number,
): number | undefined {
  const folder = mkdtempSync(join(tmpdir(), 'loom-lp-'))
  try {
    const [lp, out] = [join(folder, 'model.lp'), join(folder, 'out')]
    writeFileSync(lp, lpText(sums, goal.terms, held))
    spawnSync('glpsol', ['--lp', lp, '--tmlim', String(seconds), '--cuts', '-o', out], { encoding: 'utf8' })
    const text = readFileSync(out, 'utf8')
    if (!/^Status:\s+INTEGER OPTIMAL/m.test(text)) return undefined
    return Number(/^Objective:\s+goal = (\S+)/m.exec(text)![1])
  } finally {
    rmSync(folder, { recursive: true })
  }
}
