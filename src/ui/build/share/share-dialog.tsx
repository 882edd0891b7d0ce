'use client'

import { format } from 'date-fns'
import { Link2, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { useHarness } from '@/ui/session/context'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { notify } from '@/ui/shared/notices'
import { QrCode } from '@/ui/shared/qr-code'
import { SELECT } from '@/ui/shared/select-class'
import { ShownOnce } from '@/ui/shared/shown-once'
import { useLoaded } from '@/ui/shared/use-loaded'

/** A link as the server lists it. */
interface LinkListed {
  readonly id: string
  readonly madeAt: string
  readonly endsAt: string | null
}

const day = (text: string) => format(new Date(text), 'd MMM yyyy')

/** How long a link may last, in days; the empty one lasts until it is ended. */
const LASTS: readonly (readonly [days: string, words: string])[] = [
  ['30', 'for 30 days'],
  ['7', 'for 7 days'],
  ['365', 'for a year'],
  ['', 'until I end it'],
]

function LinkRow({ link, onEnd }: { readonly link: LinkListed; readonly onEnd: () => void }) {
  return (
    <li className="flex flex-wrap items-center justify-between gap-2 border-b border-thread py-2 last:border-b-0">
      <span>
        made {day(link.madeAt)},{' '}
        <span className="text-faded">
          {link.endsAt === null ? 'lasts until it is ended' : `runs out ${day(link.endsAt)}`}
        </span>
      </span>
      <Button small tone="quiet" onClick={onEnd} aria-label={`End the link made ${day(link.madeAt)}`}>
        <Trash2 size={15} aria-hidden /> End it
      </Button>
    </li>
  )
}

/** Links under which this build may be looked at by whoever has one. */
export function ShareDialog({ onClose }: { readonly onClose: () => void }) {
  const { build } = useHarness()
  const url = `/api/builds/${build.id}/links`
  const [round, setRound] = useState(0)
  const [days, setDays] = useState('30')
  const [fresh, setFresh] = useState<string>()
  const links = useLoaded<readonly LinkListed[]>(url, { round })
  const change = async (work: () => Promise<unknown>) => {
    try {
      await work()
      setRound((before) => before + 1)
    } catch (error) {
      notify((error as Error).message, { tone: 'fault' })
    }
  }
  const make = async () => {
    const { token } = await ask<{ readonly token: string }>(url, postJson({ days: days === '' ? null : Number(days) }))
    setFresh(`${window.location.origin}/shared/${token}`)
  }
  return (
    <Dialog
      isOpen
      title="Share this build"
      description="Whoever has a link sees the sheet, the wiring, the case, lights, speeds and what to expect, as they are then: not the history, not who made it, no other build."
      onClose={onClose}
    >
      {fresh !== undefined && (
        <ShownOnce address={fresh} label="Address of the link">
          <QrCode text={fresh} label="The link as a code, for a phone" className="size-32 shrink-0" />
        </ShownOnce>
      )}
      <div className="mb-4 flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2">
          A link that lasts
          <select value={days} onChange={(event) => setDays(event.target.value)} className={SELECT}>
            {LASTS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <Button tone="act" onClick={() => void change(make)}>
          <Link2 size={16} aria-hidden /> Make the link
        </Button>
      </div>
      <h3 className="font-semibold">Links there are</h3>
      {links === 'loading' && <p className="text-faded">Looking …</p>}
      {links === 'failed' && <p className="text-madder">They cannot be read just now; try again in a moment.</p>}
      {links.length === 0 && <p className="text-faded">None: only people of this bench see the build.</p>}
      {typeof links !== 'string' && (
        <ul>
          {links.map((link) => (
            <LinkRow
              key={link.id}
              link={link}
              onEnd={() => void change(() => ask(`${url}/${link.id}`, { method: 'DELETE' }))}
            />
          ))}
        </ul>
      )}
    </Dialog>
  )
}
