import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** Node volts of a netlist as ngspice, a general-purpose circuit simulator, prints them. */
export function ngspice(netlist: string): ReadonlyMap<string, number> {
  const folder = mkdtempSync(join(tmpdir(), 'loom-spice-'))
  try {
    const file = join(folder, 'net.cir')
    writeFileSync(file, netlist)
    // Its exit status speaks of plots, which these netlists ask for none of; what counts is that every node is printed.
    const { stdout } = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' })
    const found = [...stdout.matchAll(/^([a-z]\w*) = (\S+)$/gm)]
    return new Map(found.map(([, name, value]) => [name!, Number(value)]))
  } finally {
    rmSync(folder, { recursive: true })
  }
}
