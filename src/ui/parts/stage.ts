import { Package } from 'lucide-react'
import type { Stage } from '@/ui/focus/descriptor'

export const partsStage: Stage = {
  id: 'parts',
  name: 'Parts',
  hint: 'what lies on the bench',
  Icon: Package,
}
