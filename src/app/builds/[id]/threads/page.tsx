import { ThreadsStage } from '@/ui/threads/threads-stage'

export default function ThreadsPage() {
  return <ThreadsStage />
}
