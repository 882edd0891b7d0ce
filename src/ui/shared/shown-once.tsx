'use client'

import { Copy } from 'lucide-react'
import type { ReactNode } from 'react'
import { Button } from './button'
import { notify } from './notices'

interface ShownOnceProps {
  readonly address: string
  readonly label: string
  /** Another form of the same address, such as a code for a phone. */
  readonly children?: ReactNode
}

/** An address that was just made and is kept nowhere: to be copied now. */
export function ShownOnce({ address, label, children }: ShownOnceProps) {
  const copy = () =>
    navigator.clipboard.writeText(address).then(
      () => notify('The link is copied.'),
      () => notify('The browser does not let it be copied; mark it and copy it by hand.', { tone: 'fault' }),
    )
  return (
    <div role="status" className="mb-4 flex flex-wrap items-start gap-4 rounded-lg border border-moss bg-moss-wash p-3">
      {children}
      <div className="min-w-0 grow basis-60 space-y-2">
        <p className="font-semibold">Copy it now: it is shown this once.</p>
        <input
          readOnly
          value={address}
          aria-label={label}
          onFocus={(event) => event.currentTarget.select()}
          className="w-full rounded border border-seam bg-linen px-2 py-1.5 text-[14px]"
        />
        <Button small onClick={() => void copy()}>
          <Copy size={15} aria-hidden /> Copy
        </Button>
      </div>
    </div>
  )
}
