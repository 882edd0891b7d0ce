/**
 * Times the check at three sizes, in turn within one run, and the network solve beside ngspice on the same netlist;
 * prints medians, ratios and the growth exponent. ngspice is a general-purpose circuit simulator (Debian: ngspice).
 */
import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Build } from '../src/core/build/schema'
import { circuitsOf, spiceNetlist } from '../src/core/export/spice'
import { derive } from '../src/core/operate/harness'
import { voltsAt } from '../src/core/operate/electric'
import { check } from '../src/core/rules/check'
import { machines } from './bench-builds'

const DEVICES_A_MACHINE = 32
const MACHINES = [1, 10, 62] as const
const MOST_MACHINES = Math.max(...MACHINES)
const RUNS = 41

function timeMs(work: () => void): number {
  const before = performance.now()
  work()
  return performance.now() - before
}

const median = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

/**
 * Medians of the check of each build, the builds taken in turn. In a round the small ones are checked as much more often
 * as they are smaller, so that the engine gets as warm for each; the first half only warms it up.
 */
function checkMedians(builds: readonly Build[]): readonly number[] {
  const times = builds.map((): number[] => [])
  for (let run = 0; run < RUNS * 2; run += 1) {
    for (const [index, build] of builds.entries()) {
      for (let turn = 0; turn < MOST_MACHINES / MACHINES[index]!; turn += 1) {
        const ms = timeMs(() => check(derive({ ...build })))
        if (run >= RUNS) times[index]!.push(ms)
      }
    }
  }
  return times.map(median)
}

function benchCheck(): void {
  const medians = checkMedians(MACHINES.map(machines))
  for (const [index, ms] of medians.entries()) {
    console.log(`check of ${MACHINES[index]! * DEVICES_A_MACHINE} devices: median ${ms.toFixed(3)} ms`)
  }
  const growth = (from: number, to: number) =>
    Math.log(medians[to]! / medians[from]!) / Math.log(MACHINES[to]! / MACHINES[from]!)
  console.log(
    `growth exponent: ${growth(0, 1).toFixed(2)} to ten times the devices, ${growth(0, 2).toFixed(2)} over all`,
  )
}

/** ngspice is timed as a whole process, less a run on an empty netlist, so that starting it does not count. */
function benchNetwork(): void {
  const build = machines(10)
  const folder = mkdtempSync(join(tmpdir(), 'loom-bench-'))
  const file = (name: string, text: string) => {
    const path = join(folder, name)
    writeFileSync(path, text)
    return path
  }
  const netlist = file('net.cir', spiceNetlist(derive(build)))
  const empty = file('empty.cir', '* nothing\nV1 a 0 1\nR1 a 0 1\n.control\nop\n.endc\n.end\n')
  const spice = (path: string) => spawnSync('ngspice', ['-b', path], { stdio: 'ignore' })
  const ours: number[] = []
  const theirs: number[] = []
  for (let run = 0; run < RUNS; run += 1) {
    const circuits = circuitsOf(derive({ ...build }))
    ours.push(timeMs(() => circuits.forEach(voltsAt)))
    theirs.push(timeMs(() => spice(netlist)) - timeMs(() => spice(empty)))
  }
  rmSync(folder, { recursive: true })
  const [own, other] = [median(ours), median(theirs)]
  console.log(
    `network solve of ${10 * DEVICES_A_MACHINE} devices: median ${own.toFixed(2)} ms; ngspice on the same netlist ${other.toFixed(2)} ms; ratio ${(other / own).toFixed(1)}`,
  )
}

benchCheck()
benchNetwork()
