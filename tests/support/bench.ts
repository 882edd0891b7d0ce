import type { Build } from '../../src/core/build/schema'
import type { Part } from '../../src/core/parts/schema'
import { layOutBench, type Bench } from '../../tools/demo/lay-out'
import { demoBuilds } from '../../tools/demo/builds'
import { demoParts } from '../../tools/demo/parts'

/** A bench from demo parts, and from parts of the test's own. */
export function bench(items: readonly string[], threads: Bench['threads'] = [], own: readonly Part[] = []): Build {
  return layOutBench([...own, ...demoParts], { items, threads })
}

export function partNamed(id: string): Part {
  const part = demoParts.find((candidate) => candidate.id === id)
  if (part === undefined) throw new Error(`No demo part ${id}`)
  return part
}

export function demoBuild(id: string): Build {
  const build = demoBuilds.find((candidate) => candidate.id === id)
  if (build === undefined) throw new Error(`No demo build ${id}`)
  return build
}
