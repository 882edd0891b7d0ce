import { nameOfPort } from '../build/refs'
import type { Change } from '../record/change-plan'
import type { ChangeReport } from '../record/report-schema'
import { describeEdit, nameOfSubject } from './edit-text'
import { countOf } from './text'

const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`

/** One change at the bench, as a sentence. */
export function changeText(change: Change): string {
  const { before } = change
  switch (change.does) {
    case 'unplug':
      return `Unplug ${nameOfPort(before, change.thread.from)} from ${nameOfPort(before, change.thread.to)}.`
    case 'takeOut':
      return `Take out ${change.mark}, ${change.partName}.`
    case 'putIn':
      return `Put in ${change.mark}, ${change.partName}.`
    case 'unscrew':
      return `Unscrew ${nameOfSubject(before, change)} from where it sits.`
    case 'move': {
      const { thread, old } = change
      return `Move ${nameOfPort(before, thread.from)} from ${nameOfPort(before, old.to)} to ${nameOfPort(before, thread.to)}.`
    }
    case 'plug':
      return `Plug ${nameOfPort(before, change.thread.from)} into ${nameOfPort(before, change.thread.to)}.`
    case 'correct':
      return `Of ${change.partName} more is known now: nothing to do.`
    case 'place':
    case 'set':
      return sentence(describeEdit(change.edit, before))
    default:
      return change satisfies never
  }
}

/** What is to be done, line by line, numbered; power off comes first. */
export function changeLines({ before, after, steps, leadCount, minutes }: ChangeReport): readonly string[] {
  const head = `From “${before.name}” to “${after.name}”`
  if (steps.length === 0) return [`${head}: nothing is to be done at the bench.`]
  return [
    `${head}: ${countOf(steps.length, 'step')}, ${countOf(leadCount, 'lead')}, ${minutes} min for the leads`,
    'Power off, switch the supply off and pull its plug.',
    ...steps.map(({ text }, index) => `${String(index + 1).padStart(3)}  ${text}`),
  ]
}
