'use client'

import { Command } from 'cmdk'
import { useMemo } from 'react'
import { portKey } from '@/core/build/refs'
import { roomsFor } from '@/core/rules/pieces'
import type { PortRef } from '@/core/schema/schema-kit'
import { findingText } from '@/core/wording/text'
import { useActions, useHarness } from '@/ui/session/context'
import { SeverityMark } from '@/ui/shared/severity'

/** Pieces that would make room for a lead which finds no port as things are; Enter takes the first. */
export function MakeRoom({ lead }: { readonly lead: PortRef }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const rooms = useMemo(() => roomsFor(harness, lead), [harness, lead])
  if (rooms.length === 0) return null
  return (
    <Command.Group heading="No port is free for it. With one more piece:">
      {rooms.map(({ key, text, to, edit, raised }) => (
        <Command.Item
          key={`${portKey(to)} ${key}`}
          value={`${portKey(to)} ${key}`}
          onSelect={() => dispatch(edit)}
          className="flex items-start gap-2 rounded px-2 py-1 data-[selected=true]:bg-woad-wash"
        >
          <span className="mt-0.5 w-4">
            <SeverityMark look={raised.length === 0 ? 'holds' : 'warning'} size={15} />
          </span>
          <span className="min-w-0 grow leading-tight">
            <span className="font-semibold">
              {text}, on {harness.name(to)}
            </span>
            <span className="block text-[13px] text-faded">
              {raised.length === 0 ? 'what hangs there comes onto it too' : raised.map(findingText).join(' ')}
            </span>
          </span>
        </Command.Item>
      ))}
    </Command.Group>
  )
}
