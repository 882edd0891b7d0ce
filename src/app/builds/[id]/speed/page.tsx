import { SpeedStage } from '@/ui/speed/speed-stage'

export default function SpeedPage() {
  return <SpeedStage />
}
