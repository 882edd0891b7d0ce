import type { PortRef } from '@/core/schema/schema-kit'
import type { Harness } from '@/core/operate/harness'
import { railsReaching } from '@/core/structure/power/volts'
import { signalPath, supplyPath, type Path } from '@/core/structure/wiring/upstream'
import { railsOf } from '@/core/parts/mating'

export interface NamedPath {
  readonly what: 'supply' | 'speed command' | 'light data'
  readonly path: Path
}

/** The paths of a lead: where its supply comes from, and where its command comes from if that is another path. */
export function pathsOf(harness: Harness, lead: PortRef): readonly NamedPath[] {
  const { port } = harness.port(lead)
  // A plug may hold rails that nobody draws on; the path of one that is used, or at least arrives, is what is asked for.
  const rails = railsOf(port)
  const rail =
    rails.find((own) => harness.loads.into(lead, own).length > 0) ??
    rails.find((own) => railsReaching(harness, lead, own).length > 0)
  const paths: NamedPath[] = []
  if (rail !== undefined) paths.push({ what: 'supply', path: supplyPath(harness, lead, rail) })
  if (port.wires.includes('pwm') || port.wires.includes('tach')) {
    paths.push({ what: 'speed command', path: signalPath(harness, lead, 'speed') })
  }
  if (port.wires.includes('data')) {
    paths.push({ what: 'light data', path: signalPath(harness, lead, 'light') })
  }
  const hopsOf = ({ path }: NamedPath) => path.hops.map(({ threadId }) => threadId).join(' ')
  const [first] = paths
  return paths.filter((named) => named === first || first === undefined || hopsOf(named) !== hopsOf(first))
}

/** The threads to light up for a picked port: the whole path of a lead to its sources, or what is plugged into a port. */
export function threadsOnPathOf(harness: Harness, ref: PortRef): ReadonlySet<string> | undefined {
  if (harness.port(ref).port.side === 'gives') {
    const threads = harness.threadsAt(ref)
    return threads.length === 0 ? undefined : new Set(threads.map((thread) => thread.id))
  }
  const ids = pathsOf(harness, ref).flatMap(({ path }) => path.hops.map(({ threadId }) => threadId))
  return ids.length === 0 ? undefined : new Set(ids)
}
