'use client'

import { Download, Trash2, Wrench } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { DAYS_DELETED_ARE_KEPT, type Damage } from '@/core/formats/api-types'
import { countOf } from '@/core/wording/text'
import { ask } from '@/ui/shared/api'
import { Button, buttonClass } from '@/ui/shared/button'
import { Logo } from '@/ui/shared/logo'
import { useAsk } from '@/ui/shared/use-ask'

/** A stored build that cannot be read: what is wrong and where, and the ways on. Nothing is changed before somebody says so. */
export function RepairPage({ damage: { id, name, isNewer, fault, removals } }: { readonly damage: Damage }) {
  const run = useAsk()
  const router = useRouter()
  const url = `/api/builds/${id}`
  return (
    <div className="mx-auto max-w-3xl px-4 pb-16">
      <header className="py-3">
        <Logo />
      </header>
      <main className="space-y-4">
        <h1 className="mt-6 font-display text-2xl font-semibold wrap-anywhere">“{name}” cannot be read</h1>
        <p className="rounded-md border border-madder bg-madder-wash p-3 wrap-anywhere">{fault}</p>
        {isNewer ? (
          <p>Nothing is wrong with it. Open it with the newer program that wrote it; until then it stays as it is.</p>
        ) : (
          <>
            <p>
              Its stored document was damaged, or written by something else. Nothing has been changed. Mending takes out{' '}
              {countOf(removals.length, 'thing')} and keeps the rest; the history begins anew there. Take the file out
              first, to have it as it is.
            </p>
            <table className="w-full text-left text-[14px]">
              <caption className="pb-1 text-left font-semibold">What mending takes out, and why</caption>
              <thead>
                <tr className="border-b border-thread text-faded">
                  <th className="py-1 pr-3 font-normal">place in the file</th>
                  <th className="py-1 font-normal">fault</th>
                </tr>
              </thead>
              <tbody>
                {removals.map(({ place, reason }, index) => (
                  <tr key={index} className="border-b border-thread align-top">
                    <td className="py-1 pr-3 font-semibold wrap-anywhere">{place}</td>
                    <td className="py-1 wrap-anywhere">{reason}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </>
        )}
        <div className="flex flex-wrap gap-2">
          <a href={`${url}/file`} download className={buttonClass('plain')}>
            <Download size={16} aria-hidden /> Take it out as a file
          </a>
          {!isNewer && (
            <Button tone="act" onClick={() => void run(() => ask(`${url}/mend`, { method: 'POST' }))}>
              <Wrench size={16} aria-hidden /> Mend it
            </Button>
          )}
          <Button
            onClick={() =>
              void run(
                () => ask(url, { method: 'DELETE' }),
                () => router.push('/'),
              )
            }
          >
            <Trash2 size={16} aria-hidden /> Set it aside
          </Button>
          <Link href="/" className={buttonClass('quiet')}>
            All builds
          </Link>
        </div>
        <p className="text-[13px] text-faded">
          Set aside, it lies with the deleted builds for {DAYS_DELETED_ARE_KEPT} days and can be put back from there.
        </p>
      </main>
    </div>
  )
}
