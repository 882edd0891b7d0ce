import { redirect } from 'next/navigation'

export default async function BuildPage({ params }: { readonly params: Promise<{ readonly id: string }> }) {
  redirect(`/builds/${(await params).id}/parts`)
}
