import { MANNERS } from '@/core/weave/answers/proposals'
import { TEMPLATE_PIECES } from '@/core/templates/pieces'
import { db } from '@/server/db'
import { packsToOffer } from '@/server/packs'
import { partsToOffer } from '@/server/parts'
import { PlansStage } from '@/ui/plans/plans-stage'

export const dynamic = 'force-dynamic'

interface PlansPageProps {
  /** `first`: the plan that is wanted first; they are looked for at once then. */
  readonly searchParams: Promise<{ readonly first?: string | readonly string[] }>
}

export default async function PlansPage({ searchParams }: PlansPageProps) {
  const [parts, packs, { first }] = await Promise.all([partsToOffer(db()), packsToOffer(db()), searchParams])
  const known = new Set(parts.map(({ id }) => id))
  const all = [...parts, ...TEMPLATE_PIECES.filter(({ id }) => !known.has(id))]
  return (
    <PlansStage
      shelf={[...all.map((part) => ({ part })), ...packs]}
      first={MANNERS.find((manner) => manner === first)}
    />
  )
}
