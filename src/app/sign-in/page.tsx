import type { Metadata } from 'next'
import { notFound, redirect } from 'next/navigation'
import { whoLooks } from '@/server/page-actor'
import { served } from '@/server/served'
import { textTyped, type Typed } from '@/server/typed-address'
import { SignInPage } from '@/ui/people/sign-in-page'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'Sign in' }

const MOST_PATH = 500

/** Only a path of this very server: an address of elsewhere would lead people there who have just signed in here. */
const pathOf = (text: string) => (/^\/(?![/\\])/.test(text) ? text : '/')

export default async function SignIn({ searchParams }: { readonly searchParams: Promise<Typed> }) {
  if (served() === undefined) notFound()
  const to = pathOf(textTyped(await searchParams, 'to', MOST_PATH))
  if ((await whoLooks()) !== undefined) redirect(to)
  return <SignInPage to={to} />
}
