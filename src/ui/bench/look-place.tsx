'use client'

import Link from 'next/link'
import type { Look } from '@/core/bench/looks'
import type { Harness } from '@/core/operate/harness'
import type { PortRef } from '@/core/schema/schema-kit'
import { useFocus } from '@/ui/focus/focus'
import { buttonClass } from '@/ui/shared/button'
import { ConnectorFace } from '@/ui/shared/connector-face'

function Face({ harness, at }: { readonly harness: Harness; readonly at: PortRef }) {
  const { port } = harness.port(at)
  return (
    <span className="inline-flex items-center gap-2">
      <ConnectorFace connector={port.connector} wires={port.wires} />
      {harness.name(at)}
    </span>
  )
}

/** Where a look is to be done: both plug faces with where the lead belongs, and the way to its picture. */
export function LookPlace({ harness, look }: { readonly harness: Harness; readonly look: Look }) {
  const select = useFocus((state) => state.select)
  const { at, kind } = look
  if (kind === 'sight' || kind === 'setting') return null
  const thread = harness.threadsAt(at).find(({ from }) => from.itemId === at.itemId && from.portId === at.portId)
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[14px]">
      <Face harness={harness} at={at} />
      {thread !== undefined && (
        <span className="inline-flex items-center gap-2">
          belongs in <Face harness={harness} at={thread.to} />
        </span>
      )}
      <Link
        href={`/builds/${harness.build.id}/threads`}
        onClick={() => select({ ref: at })}
        className={buttonClass('quiet', true)}
      >
        Show it in Wiring
      </Link>
    </div>
  )
}
