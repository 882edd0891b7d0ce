import { TEMPLATE_PIECES } from '@/core/templates/pieces'
import { inBuild } from '@/server/access'
import { packsToOffer } from '@/server/packs'
import { pageActor } from '@/server/page-actor'
import { partsToOffer } from '@/server/parts'
import { PlansStage } from '@/ui/plans/plans-stage'

export const dynamic = 'force-dynamic'

interface Props {
  readonly params: Promise<{ readonly id: string }>
}

export default async function PlansPage({ params }: Props) {
  const [parts, packs] = await inBuild(await pageActor(), (await params).id, 'read', (tx) =>
    Promise.all([partsToOffer(tx), packsToOffer(tx)]),
  )
  const known = new Set(parts.map(({ id }) => id))
  const all = [...parts, ...TEMPLATE_PIECES.filter(({ id }) => !known.has(id))]
  return <PlansStage shelf={[...all.map((part) => ({ part })), ...packs]} />
}
