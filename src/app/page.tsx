import { TAG_LENGTH } from '@/core/formats/api-types'
import { inBench } from '@/server/access'
import { BUILD_ORDERS, listBuilds } from '@/server/builds'
import { pageActor } from '@/server/page-actor'
import { listTags } from '@/server/tags'
import { pageTyped, textTyped, type Typed } from '@/server/typed-address'
import { BuildsPage } from '@/ui/builds/builds-page'

export const dynamic = 'force-dynamic'

interface Props {
  readonly searchParams: Promise<Typed>
}

export default async function HomePage({ searchParams }: Props) {
  const params = await searchParams
  const order = BUILD_ORDERS.find((known) => known === textTyped(params, 'order')) ?? 'changed'
  const tag = textTyped(params, 'tag', TAG_LENGTH)
  const wish = { words: textTyped(params, 'q'), order, page: pageTyped(params), ...(tag === '' ? {} : { tag }) }
  const [builds, tags] = await inBench(await pageActor(), 'read', (tx) =>
    Promise.all([listBuilds(tx, wish), listTags(tx)]),
  )
  return <BuildsPage builds={builds} tags={tags} wish={{ ...wish, tag }} />
}
