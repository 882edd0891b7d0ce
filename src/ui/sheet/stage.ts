import { ClipboardList } from 'lucide-react'
import type { Stage } from '@/ui/focus/descriptor'

export const sheetStage: Stage = {
  id: 'sheet',
  name: 'Sheet',
  hint: 'what goes to the workbench',
  Icon: ClipboardList,
}
