import type { Harness } from '../operate/harness'
import type { Phase, Task, Why, Work } from '../sheet/work'
import { programText } from './program-text'
import { stepText } from './step-text'

export const PHASE_WORDS: Readonly<Record<Phase, string>> = {
  bench: 'On the bench',
  case: 'Into the case',
  panels: 'Panel by panel',
  leads: 'The leads',
  start: 'The first start',
  programs: 'Programs and settings',
  close: 'At last',
}

/** One step of the whole work, in one sentence. */
export function taskText(harness: Harness, task: Task): string {
  const mark = (itemId: string) => harness.items.find(({ id }) => id === itemId)!.mark
  switch (task.does) {
    case 'backPlate':
      return `If ${mark(task.itemId)} has a back plate or posts, put them on the board now.`
    case 'bareTest':
      return `Start ${mark(task.itemId)} bare on its box: processor with a cooler on it, one memory module, supply, screen.`
    case 'placeBoard':
      return `Put ${mark(task.itemId)} into the case, on all its posts.`
    case 'placeSupply':
      return `Put ${mark(task.itemId)} into the case, switched off and unplugged; bring its cables in.`
    case 'plug': {
      const { from, to } = harness.threads.find(({ id }) => id === task.threadId)!
      return `Plug ${harness.name(from)} into ${harness.name(to)}.`
    }
    case 'firstStart':
      return 'Switch on with the case open, and go through what Power-on says you should see. Then off again, and tidy.'
    case 'close':
      return `Large cards in, then close ${mark(task.itemId)}.`
    case 'fixBox':
    case 'plugFirst':
    case 'feed':
    case 'screw':
      return stepText(harness, task)
    default:
      return programText(harness, task)
  }
}

/** Why a step comes where it comes, by what it waits for; what anybody sees is not told. */
const WHY_WORDS: Readonly<Record<Why, string | undefined>> = {
  hidden: 'after what is out of reach later',
  bare: 'after the bare start, which finds what fails with nothing in the way',
  sits: undefined,
  covers: 'after the plugs that it covers',
  fed: undefined,
  behind: 'after what sits behind it',
  whole: 'after every lead',
  seen: 'after all was seen with the case open',
  program: 'after its program, which has to see it',
}

/** All of that in one line; empty where there is nothing to tell. */
export const whyText = ({ waits }: Pick<Work, 'waits'>): string =>
  [...new Set(waits.flatMap(({ why }) => WHY_WORDS[why] ?? []))].join('; ')
