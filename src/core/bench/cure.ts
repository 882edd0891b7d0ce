import { blindEdit, modeEdit, placeEdit, syncEdit, trialEdit } from '../build/choose'
import type { Edit } from '../build/edit-schema'
import { plugEdit } from '../build/plug'
import { freshThreadId } from '../build/refs'
import type { Harness } from '../operate/harness'
import type { BenchFault } from './faults'

const batch = (...edits: Extract<Edit, { readonly type: 'batch' }>['edits'][number][]): Edit => ({
  type: 'batch',
  edits,
})

/**
 * The edit that takes what was found into the plan, where the machine may stay as it is or a thing proved not to work;
 * undefined where only the hand was wrong, and the plan holds.
 */
export function planEditFor(harness: Harness, fault: BenchFault): Edit | undefined {
  const { build } = harness
  switch (fault.kind) {
    case 'leadElsewhere':
      return plugEdit(build, fault.lead, fault.to)
    case 'leadsExchanged': {
      const toOf = (threadId: string) => build.threads.find(({ id }) => id === threadId)!.to
      const [to, otherTo] = [toOf(fault.threadId), toOf(fault.otherThreadId)]
      const [id, otherId] = [freshThreadId(build, fault.lead), freshThreadId(build, fault.other)]
      return batch(
        { type: 'disconnect', threadId: fault.threadId },
        { type: 'disconnect', threadId: fault.otherThreadId },
        { type: 'connect', thread: { id, from: fault.lead, to: otherTo } },
        { type: 'connect', thread: { id: otherId, from: fault.other, to } },
      )
    }
    case 'modeOther':
      return batch(modeEdit(fault.at, fault.mode))
    case 'syncOff':
      return batch(syncEdit(fault.at, false))
    case 'usbDead':
      return batch(trialEdit(fault.at, false))
    case 'headerDeaf':
      return harness.port(fault.at).port.role === 'cpu'
        ? batch(blindEdit(fault.at, 'its own speed input is silent'))
        : undefined
    case 'fanTurnedRound': {
      const place = build.places?.find(({ itemId }) => itemId === fault.at.itemId)
      const faces = { open: 'struts', struts: 'open' } as const
      if (place?.inwardFace === undefined) return undefined
      const arrow = place.arrow === undefined ? {} : ({ arrow: place.arrow === 'in' ? 'out' : 'in' } as const)
      return batch(placeEdit({ ...place, inwardFace: faces[place.inwardFace], ...arrow }))
    }
    default:
      return undefined
  }
}
