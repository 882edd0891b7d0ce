import { LightStage } from '@/ui/light/light-stage'

export default function LightPage() {
  return <LightStage />
}
