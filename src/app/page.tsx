import { listBuilds } from '@/server/builds'
import { db } from '@/server/db'
import { BuildsPage } from '@/ui/builds/builds-page'

export const dynamic = 'force-dynamic'

export default async function HomePage() {
  return <BuildsPage builds={await listBuilds(db())} />
}
