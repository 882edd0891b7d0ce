import { Fan } from 'lucide-react'
import dynamic from 'next/dynamic'
import { ruleOf } from '@/core/rules/check'
import { thingsOf } from '@/core/rules/engine/rule'
import { useFocus } from '@/ui/focus/focus'
import type { Stage } from '@/ui/focus/descriptor'

const owns: NonNullable<Stage['owns']> = (finding) => ruleOf(finding).group === 'place'

/** Where things sit: the findings of places, as far as the thing has a place to be seen at. */
export const placesStage: Stage = {
  id: 'places',
  name: 'Places',
  hint: 'where it sits, how it breathes',
  Icon: Fan,
  Panel: dynamic(() => import('./place-panel').then((module) => module.PlacePanel)),
  owns,
  show: (finding, harness) => {
    const [thing] = thingsOf(finding)
    if (!owns(finding) || thing === undefined || harness.placeOf(thing) === undefined) return false
    useFocus.getState().choose(thing)
    return true
  },
}
