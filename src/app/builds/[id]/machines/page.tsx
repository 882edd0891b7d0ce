import { MachinesStage } from '@/ui/record/machines-stage'

export default function MachinesStagePage() {
  return <MachinesStage />
}
