import { Power } from 'lucide-react'
import type { Stage } from '@/ui/focus/descriptor'

/** The first power-on: what should be seen, and what is wrong where it is not. */
export const benchStage: Stage = {
  id: 'bench',
  name: 'Power-on',
  hint: 'what you should see',
  Icon: Power,
}
