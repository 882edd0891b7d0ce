import { TEMPLATE_PIECES } from '@/core/templates/pieces'
import { db } from '@/server/db'
import { partsToOffer } from '@/server/parts'
import { PlansStage } from '@/ui/weave/plans-stage'

export const dynamic = 'force-dynamic'

export default async function PlansPage() {
  const shelf = await partsToOffer(db())
  const known = new Set(shelf.map(({ id }) => id))
  return <PlansStage shelf={[...shelf, ...TEMPLATE_PIECES.filter(({ id }) => !known.has(id))]} />
}
