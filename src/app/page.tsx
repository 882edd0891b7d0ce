import { TAG_LENGTH } from '@/core/formats/api-types'
import { cut } from '@/core/units/cut'
import { BUILD_ORDERS, listBuilds } from '@/server/builds'
import { db } from '@/server/db'
import { listTags } from '@/server/tags'
import { BuildsPage } from '@/ui/builds/builds-page'

export const dynamic = 'force-dynamic'

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | readonly string[] | undefined>>>
}

const MOST_WORDS_LENGTH = 200

/** Somebody types into addresses: what is not understood there is as if it were not said. */
export default async function HomePage({ searchParams }: Props) {
  const params = await searchParams
  const text = (name: string) => (typeof params[name] === 'string' ? params[name] : '')
  const words = cut(text('q').replaceAll(/[\p{Cc}\p{Cs}]/gu, ' '), MOST_WORDS_LENGTH)
  const order = BUILD_ORDERS.find((known) => known === text('order')) ?? 'changed'
  const page = /^[1-9]\d{0,6}$/.test(text('page')) ? Number(text('page')) : 1
  const tag = cut(text('tag').replaceAll(/[\p{Cc}\p{Cs}]/gu, ''), TAG_LENGTH)
  const wish = { words, order, page, ...(tag === '' ? {} : { tag }) }
  const [builds, tags] = await Promise.all([listBuilds(db(), wish), listTags(db())])
  return <BuildsPage builds={builds} tags={tags} wish={{ ...wish, tag }} />
}
