import { Gauge } from 'lucide-react'
import { ruleOf } from '@/core/rules/check'
import { useFocus } from '@/ui/focus/focus'
import type { Stage } from '@/ui/focus/descriptor'

const owns: NonNullable<Stage['owns']> = (finding) => ruleOf(finding).group === 'curve'

/** What every fan does at a temperature: the findings of curves. */
export const speedStage: Stage = {
  id: 'speed',
  name: 'Speed',
  hint: 'what every fan will do',
  Icon: Gauge,
  owns,
  show: (finding) => {
    const [ref] = finding.at
    if (!owns(finding) || ref === undefined) return false
    useFocus.getState().select({ ref, isShown: true })
    return true
  },
}
