import Link from 'next/link'
import { buttonClass } from '@/ui/shared/button'

export default function NotFound() {
  return (
    <main className="mx-auto max-w-md p-10">
      <h1 className="font-display text-2xl font-semibold">Nothing here</h1>
      <p className="my-4">There is no page or build at this address; a build may have been deleted.</p>
      <Link href="/" className={buttonClass('act')}>
        All builds
      </Link>
    </main>
  )
}
