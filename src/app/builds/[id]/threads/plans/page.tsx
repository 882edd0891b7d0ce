import { TEMPLATE_PIECES } from '@/core/templates/pieces'
import { db } from '@/server/db'
import { packsToOffer } from '@/server/packs'
import { partsToOffer } from '@/server/parts'
import { PlansStage } from '@/ui/plans/plans-stage'

export const dynamic = 'force-dynamic'

export default async function PlansPage() {
  const [parts, packs] = await Promise.all([partsToOffer(db()), packsToOffer(db())])
  const known = new Set(parts.map(({ id }) => id))
  const all = [...parts, ...TEMPLATE_PIECES.filter(({ id }) => !known.has(id))]
  return <PlansStage shelf={[...all.map((part) => ({ part })), ...packs]} />
}
