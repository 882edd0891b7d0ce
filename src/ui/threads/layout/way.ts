import type { PortRef } from '@/core/schema/schema-kit'
import type { Harness } from '@/core/operate/harness'
import { railsReaching } from '@/core/structure/power/volts'
import { signalWay, supplyWay, type Way } from '@/core/structure/wiring/upstream'
import { railsOf } from '@/core/parts/mating'

export interface NamedWay {
  readonly what: 'supply' | 'speed command' | 'light data'
  readonly way: Way
}

/** The ways of a lead: where its supply comes from, and where its command comes from if that is another way. */
export function waysOf(harness: Harness, lead: PortRef): readonly NamedWay[] {
  const { port } = harness.port(lead)
  // A plug may hold rails that nobody draws on; the way of one that is used, or at least arrives, is what is asked for.
  const rails = railsOf(port)
  const rail =
    rails.find((own) => harness.loads.into(lead, own).length > 0) ??
    rails.find((own) => railsReaching(harness, lead, own).length > 0)
  const ways: NamedWay[] = []
  if (rail !== undefined) ways.push({ what: 'supply', way: supplyWay(harness, lead, rail) })
  if (port.wires.includes('pwm') || port.wires.includes('tach')) {
    ways.push({ what: 'speed command', way: signalWay(harness, lead, 'speed') })
  }
  if (port.wires.includes('data')) {
    ways.push({ what: 'light data', way: signalWay(harness, lead, 'light') })
  }
  const stretches = ({ way }: NamedWay) => way.stretches.map(({ threadId }) => threadId).join(' ')
  const [first] = ways
  return ways.filter((named) => named === first || first === undefined || stretches(named) !== stretches(first))
}

/** The threads to light up for a picked port: the whole way of a lead to its sources, or what is plugged into a port. */
export function wayOf(harness: Harness, ref: PortRef): ReadonlySet<string> | undefined {
  if (harness.port(ref).port.side === 'gives') {
    const threads = harness.threadsAt(ref)
    return threads.length === 0 ? undefined : new Set(threads.map((thread) => thread.id))
  }
  const ids = waysOf(harness, ref).flatMap(({ way }) => way.stretches.map(({ threadId }) => threadId))
  return ids.length === 0 ? undefined : new Set(ids)
}
