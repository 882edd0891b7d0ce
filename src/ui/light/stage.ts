import { Lightbulb } from 'lucide-react'
import { ruleOf } from '@/core/rules/check'
import { showPortOf, type Stage } from '@/ui/focus/descriptor'

/** What can be seen here: how a line runs, what it is told, who rules it. Plugs and volts are seen in Wiring. */
const OURS: readonly string[] = [
  'light-order',
  'light-owner',
  'stand-in-model',
  'refresh-rate',
  'mirrored-legs',
  'led-count',
  'screen-upright',
]

const owns: NonNullable<Stage['owns']> = (finding) => OURS.includes(ruleOf(finding).id)

/** What the lights do: the findings of how they run. */
export const lightStage: Stage = {
  id: 'light',
  name: 'Light',
  hint: 'what the lights do',
  Icon: Lightbulb,
  owns,
  show: showPortOf(owns),
}
