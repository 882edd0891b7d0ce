import { stepsOf } from './apply'
import type { Edit, SingleEdit } from './edit-schema'
import { nameOfPort } from './refs'
import type { Build } from './schema'

function describeStep(step: SingleEdit, before: Build): string {
  const mark = (itemId: string) => before.items.find((item) => item.id === itemId)?.mark ?? itemId
  switch (step.type) {
    case 'addItem':
      return `add ${step.item.mark}`
    case 'removeItem':
      return `remove ${mark(step.itemId)}`
    case 'restoreItem':
      return `put back ${step.item.mark}`
    case 'connect':
      return `plug ${nameOfPort(before, step.thread.from)} into ${nameOfPort(before, step.thread.to)}`
    case 'disconnect': {
      const thread = before.threads.find((held) => held.id === step.threadId)
      if (thread === undefined) return 'unplug'
      return `unplug ${nameOfPort(before, thread.from)} from ${nameOfPort(before, thread.to)}`
    }
    case 'pin':
      return step.pinned ? 'pin a thread' : 'unpin a thread'
    case 'renameBuild':
      return `name the build “${step.name}”`
    case 'renameItem':
      return `mark ${mark(step.itemId)} as ${step.mark}`
    case 'setStock':
      return `${mark(step.itemId)} is ${step.stock === 'toBuy' ? 'to buy' : 'owned'}`
    case 'setFigure':
      return `set a figure of ${before.parts.find((part) => part.id === step.partId)?.name ?? step.partId}`
    case 'chooseHeadroom':
      return `headroom ${step.headroomPercent} %`
    case 'chooseMode':
      return `${nameOfPort(before, step.at)} in ${step.mode === null ? 'its own' : step.mode.toUpperCase()} mode`
    case 'park':
      return `${step.reason === null ? 'no longer park' : 'park'} ${nameOfPort(before, step.at)}`
    default:
      return step satisfies never
  }
}

/** What an edit does, in a few words, told from the build before it: the name of an undo step. */
export function describeEdit(edit: Edit, before: Build): string {
  const steps = stepsOf(edit)
  const move = moveOf(steps, before)
  if (move !== undefined) return move
  const [first] = steps
  if (first === undefined) return 'nothing'
  if (steps.length === 1) return describeStep(first, before)
  if (steps.every((step) => step.type === 'addItem')) return `add ${steps.length} items`
  if (steps.every((step) => step.type === 'removeItem' || step.type === 'restoreItem')) {
    return `${first.type === 'removeItem' ? 'remove' : 'put back'} ${steps.length} items`
  }
  return `${describeStep(first, before)} and ${steps.length - 1} more`
}

/** Unplug and plug of one lead is a move, and is told as one. */
function moveOf(steps: readonly SingleEdit[], before: Build): string | undefined {
  const [away, to] = steps
  if (steps.length !== 2 || away?.type !== 'disconnect' || to?.type !== 'connect') return undefined
  return `move ${nameOfPort(before, to.thread.from)} to ${nameOfPort(before, to.thread.to)}`
}
