import { Cable } from 'lucide-react'
import dynamic from 'next/dynamic'
import { thingsOf } from '@/core/rules/engine/rule'
import { useFocus } from '@/ui/focus/focus'
import type { Stage } from '@/ui/focus/descriptor'

/** Which lead goes where: what every finding that no other stage asks for comes down to. */
export const threadsStage: Stage = {
  id: 'threads',
  name: 'Wiring',
  hint: 'which lead goes where',
  Icon: Cable,
  Panel: dynamic(() => import('./panels/selection-panel').then((module) => module.SelectionPanel)),
  owns: () => true,
  show: (finding) => {
    const [ref] = finding.at
    const [thing] = thingsOf(finding)
    if (ref !== undefined) useFocus.getState().select({ ref, isShown: true })
    else if (thing !== undefined) useFocus.getState().choose(thing)
    return thing !== undefined
  },
}
