import { addressEdit } from '../../build/choose'
import type { Item } from '../../build/schema'
import type { Harness } from '../../operate/harness'
import type { RelationOf } from '../../parts/schema'
import { exceeds } from '../../units/compare'
import { switchesFor } from '../../structure/wiring/switches'
import { defineRule, type Finding, type Mend } from '../engine/rule'

interface Box {
  readonly item: Item
  readonly cascade: RelationOf<'cascade'>
}

/** Boxes that have to be told apart: of one family, in one machine. */
function cascadesOf(harness: Harness): readonly (readonly Box[])[] {
  const groups = new Map<string, Box[]>()
  for (const item of harness.items) {
    const { all, part } = harness.factsOfItem(item.id)
    for (const cascade of all.cascade) {
      const key = `${item.assemblyId ?? ''}/${cascade.family ?? part.id}`
      groups.set(key, [...(groups.get(key) ?? []), { item, cascade }])
    }
  }
  return [...groups.values()]
}

/** Boxes on one bridge cable share the copper of its bus wire. */
function isBridged(harness: Harness, boxes: readonly Box[]): boolean {
  const nets = boxes.map(({ item, cascade }) =>
    cascade.ports.flatMap((portId) => harness.nets({ itemId: item.id, portId }, 'bus') ?? []),
  )
  const reached = new Set(nets[0])
  const waiting = new Set(nets.slice(1))
  for (let grew = true; grew;) {
    grew = false
    for (const ofBox of waiting) {
      if (!ofBox.some((net) => reached.has(net))) continue
      ofBox.forEach((net) => reached.add(net))
      waiting.delete(ofBox)
      grew = true
    }
  }
  return waiting.size === 0
}

/**
 * How the switches of a box show its number in binary, the first switch counting 1: `2 (switches off on)`. The number
 * alone where the box does not say how many switches it has, or has too few.
 */
function numberText({ cascade }: Box, addressNumber: number): string {
  const switches = switchesFor(addressNumber, cascade.switchCount?.value ?? 0)
  if (switches.length === 0) return String(addressNumber)
  return `${addressNumber} (switches ${switches.map((isOn) => (isOn ? 'on' : 'off')).join(' ')})`
}

const anyPort = (harness: Harness, item: Item) => ({
  itemId: item.id,
  portId: harness.factsOfItem(item.id).part.ports[0]!.id,
})

/** Several boxes of one family have to be told apart: by their switches, or by a bridge cable. */
export const cascadeAddresses = defineRule({
  id: 'cascade-addresses',
  group: 'chain',
  what: 'Boxes that cascade have numbers of their own or a bridge, and are no more than their family allows.',
  source: 'common practice, no source',
  reads: ['choices.addresses'],
  messages: {
    sameAddress: {
      severity: 'stop',
      text: '{boxes} all have the number {addressNumber}: the program sees one box. Set their switches to different numbers.',
    },
    notBridged: {
      severity: 'stop',
      text: '{boxes} need a bridge cable from one to the next: without it only one of them is seen.',
    },
    tooMany: {
      severity: 'stop',
      text: '{boxes} are {boxCount} {boxCount|box|boxes} of one family; it takes {limitCount} at most. Leave one out, or use a larger box.',
    },
    addressUnknown: {
      severity: 'unknown',
      text: 'Nobody has said how the switches of {boxes} are set; each box needs a number of its own.',
    },
  },
  check: (harness, say) =>
    cascadesOf(harness).flatMap((boxes) => {
      const at = boxes.map(({ item }) => anyPort(harness, item))
      if (boxes.length < 2) return [say.notApplicable()]
      const marks = (some: readonly Box[]) => some.map(({ item }) => item.mark)
      const most = boxes.flatMap(({ cascade }) => cascade.mostBoxCount?.value ?? [])
      const limitCount = most.length === 0 ? undefined : Math.min(...most)
      const tooMany =
        limitCount !== undefined && exceeds(boxes.length, limitCount)
          ? [say.found('tooMany', at, { boxes: marks(boxes), boxCount: boxes.length, limitCount })]
          : []
      const by = boxes.every(({ cascade }) => cascade.by === 'bridge')
        ? 'bridge'
        : boxes.every(({ cascade }) => cascade.by === 'switches')
          ? 'switches'
          : 'either'
      if (by !== 'switches' && isBridged(harness, boxes)) return [...tooMany, say.holds()]
      if (by === 'bridge') return [...tooMany, say.found('notBridged', at, { boxes: marks(boxes) })]
      const numbers = [...new Set(boxes.flatMap(({ item }) => harness.choices.addressOf(item.id) ?? []))]
      const clashes = numbers.flatMap((addressNumber) => {
        const same = boxes.filter(({ item }) => harness.choices.addressOf(item.id) === addressNumber)
        if (same.length < 2) return []
        const places = same.map(({ item }) => anyPort(harness, item))
        return [say.found('sameAddress', places, { boxes: marks(same), addressNumber })]
      })
      const open = boxes.filter(({ item }) => harness.choices.addressOf(item.id) === undefined)
      const unknown =
        open.length === 0
          ? []
          : [
              say.found(
                'addressUnknown',
                open.map(({ item }) => anyPort(harness, item)),
                { boxes: marks(open) },
              ),
            ]
      const found = [...tooMany, ...clashes, ...unknown]
      return found.length === 0 ? [say.holds()] : found
    }),
  mends: (harness, finding) => numberAnew(harness, finding),
})

/** A free number for each box that has none, or one that another has already; the first may keep its own. */
function numberAnew(harness: Harness, { messageId, at }: Finding): readonly Mend[] {
  if (messageId !== 'sameAddress' && messageId !== 'addressUnknown') return []
  const taken = new Set(harness.items.flatMap(({ id }) => harness.choices.addressOf(id) ?? []))
  const numbered = (messageId === 'sameAddress' ? at.slice(1) : at).map(({ itemId }) => {
    let addressNumber = 1
    while (taken.has(addressNumber)) addressNumber += 1
    taken.add(addressNumber)
    return { itemId, addressNumber }
  })
  const boxes = cascadesOf(harness).flat()
  const textOf = (itemId: string, addressNumber: number) => {
    const box = boxes.find(({ item }) => item.id === itemId)!
    return `${box.item.mark} ${numberText(box, addressNumber)}`
  }
  return [
    {
      messageId: 'setAddresses',
      params: { boxes: numbered.map(({ itemId, addressNumber }) => textOf(itemId, addressNumber)) },
      edit: {
        type: 'batch',
        edits: numbered.map(({ itemId, addressNumber }) => addressEdit(itemId, addressNumber)),
      },
    },
  ]
}
