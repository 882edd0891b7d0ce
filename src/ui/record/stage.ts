import { Factory } from 'lucide-react'
import type { Stage } from '@/ui/focus/descriptor'

export const machinesStage: Stage = {
  id: 'machines',
  name: 'Machines',
  hint: 'what was built by it',
  Icon: Factory,
}
