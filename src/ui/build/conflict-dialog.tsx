'use client'

import { Dialog } from 'radix-ui'
import { useState } from 'react'
import { describeSlot } from '@/core/wording/slot-text'
import { slotKey } from '@/core/build/slots'
import { Button } from '@/ui/shared/button'
import { useActions, useSession } from '@/ui/session/context'
import type { Conflict } from '@/ui/session/desk'

function Choices({ conflict }: { readonly conflict: Conflict }) {
  const { resolve } = useActions()
  const [mine, setMine] = useState<ReadonlySet<string>>(new Set())
  const choose = (key: string, keepMine: boolean) => {
    const next = new Set(mine)
    if (keepMine) next.add(key)
    else next.delete(key)
    setMine(next)
  }
  return (
    <>
      <ul className="my-4 space-y-3">
        {conflict.slots.map((slot) => {
          const key = slotKey(slot)
          const theirs = describeSlot(conflict.theirs, slot)
          const ours = describeSlot(conflict.mine, slot)
          return (
            <li key={key}>
              <fieldset className="rounded-md border border-thread p-3">
                <legend className="px-1 font-semibold">{ours.subject}</legend>
                <label className="flex items-center gap-2 py-1">
                  <input type="radio" name={key} checked={!mine.has(key)} onChange={() => choose(key, false)} />
                  saved meanwhile: <strong>{theirs.value}</strong>
                </label>
                <label className="flex items-center gap-2 py-1">
                  <input type="radio" name={key} checked={mine.has(key)} onChange={() => choose(key, true)} />
                  yours: <strong>{ours.value}</strong>
                </label>
              </fieldset>
            </li>
          )
        })}
      </ul>
      <div className="flex justify-end">
        <Button tone="act" onClick={() => resolve(mine)}>
          Keep what is marked
        </Button>
      </div>
    </>
  )
}

/** Two values for the same thing, side by side: nothing is overwritten before somebody has chosen. */
export function ConflictDialog() {
  const conflict = useSession((state) => state.conflict)
  return (
    <Dialog.Root open={conflict !== null}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-scrim" />
        <Dialog.Content
          onEscapeKeyDown={(event) => event.preventDefault()}
          className="fixed top-1/2 left-1/2 z-50 max-h-[85vh] w-[min(32rem,calc(100vw-2rem))] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-xl border border-thread bg-cloth p-5 shadow-xl"
        >
          <Dialog.Title className="font-display text-lg font-semibold">Changed in two places</Dialog.Title>
          <Dialog.Description className="mt-1 text-faded">
            Another page saved a different value while yours was on its way. Your other edits are kept either way.
          </Dialog.Description>
          {conflict !== null && <Choices conflict={conflict} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
