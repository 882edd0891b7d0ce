import { PartsStage } from '@/ui/parts/parts-stage'

export default function PartsPage() {
  return <PartsStage />
}
