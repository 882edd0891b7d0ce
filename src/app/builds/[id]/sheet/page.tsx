import { SheetStage } from '@/ui/sheet/sheet-stage'

export default function SheetPage() {
  return <SheetStage />
}
