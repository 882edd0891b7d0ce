import { Gauge } from 'lucide-react'
import { ruleOf } from '@/core/rules/check'
import { showPortOf, type Stage } from '@/ui/focus/descriptor'

const owns: NonNullable<Stage['owns']> = (finding) => ruleOf(finding).group === 'curve'

/** What every fan does at a temperature: the findings of curves. */
export const speedStage: Stage = {
  id: 'speed',
  name: 'Speed',
  hint: 'what every fan will do',
  Icon: Gauge,
  owns,
  show: showPortOf(owns),
}
