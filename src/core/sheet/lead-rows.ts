import { portKey, type PortKey } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import type { Harness } from '../operate/harness'
import { missesProgram } from '../structure/signal/usb'
import type { PlacedPort } from '../structure/wiring/wiring'
import { SEVERITIES, type Finding, type Severity } from '../rules/engine/rule'
import { leadLength, serviceOf, type Service } from './leads'

/** One lead of the build, plugged or not, with all that a list says of it. */
export interface LeadRow {
  readonly key: PortKey
  readonly ref: PortRef
  readonly leadName: string
  readonly partName: string
  readonly service: Service
  /** Where it goes; undefined where it is loose. */
  readonly to: PortRef | undefined
  readonly toName: string | undefined
  /** The mark of the thing that it goes to. */
  readonly toMark: string | undefined
  readonly threadId: string | undefined
  readonly isWanted: boolean
  readonly parkedReason: string | undefined
  readonly lengthMm: number | undefined
  /** How much of its length is left over on its way; undefined where no place is said. */
  readonly spareMm: number | undefined
  readonly groupName: string | undefined
  readonly note: string
  readonly isPinned: boolean
  readonly isOnBench: boolean
  /** The worst thing found at this lead. */
  readonly worst: Severity | undefined
}

function worstByPort(findings: readonly Finding[]): ReadonlyMap<PortKey, Severity> {
  const worst = new Map<PortKey, Severity>()
  for (const { at, severity } of findings) {
    for (const ref of at) {
      const before = worst.get(portKey(ref))
      if (before === undefined || SEVERITIES.indexOf(severity) < SEVERITIES.indexOf(before)) {
        worst.set(portKey(ref), severity)
      }
    }
  }
  return worst
}

/** Every lead of the build in the order of the marks; tails that nothing hangs on are no leads. */
export function leadRows(harness: Harness, findings: readonly Finding[]): readonly LeadRow[] {
  const worst = worstByPort(findings)
  const spare = new Map(
    harness
      .runs()
      .map(({ lead, leadMm, leastMm }) => [
        lead.key,
        leadMm === undefined || leastMm === undefined ? undefined : Math.floor(leadMm - leastMm),
      ]),
  )
  const groupOf = new Map((harness.build.groups ?? []).flatMap(({ name, itemIds }) => itemIds.map((id) => [id, name])))
  const rowOf = (placed: PlacedPort): LeadRow => {
    const { ref, key, item, facts, port } = placed
    const thread = harness.threadsAt(ref)[0]
    const other = harness.across(ref)[0]
    return {
      key,
      ref,
      leadName: harness.name(ref),
      partName: facts.part.name,
      service: serviceOf(placed),
      to: other?.ref,
      toName: other === undefined ? undefined : harness.name(other.ref),
      toMark: other?.item.mark,
      threadId: thread?.id,
      isWanted: port.need === 'required' || missesProgram(harness, placed),
      parkedReason: harness.choices.parkedReasonAt(ref),
      lengthMm: leadLength(placed),
      spareMm: spare.get(key),
      groupName: groupOf.get(item.id),
      note: thread?.note ?? '',
      isPinned: thread?.pinned === true,
      isOnBench: thread?.asOnBench === true,
      worst: worst.get(key),
    }
  }
  return harness.ports.filter(({ port }) => port.side === 'takes').map(rowOf)
}
