import { BenchStage } from '@/ui/bench/bench-stage'

export default function BenchPage() {
  return <BenchStage />
}
