'use client'

import { useState } from 'react'
import { candidatesFor } from '@/core/ask/candidates'
import type { SingleEdit } from '@/core/build/edit-schema'
import { portKey } from '@/core/build/refs'
import { RECORD_LIMITS } from '@/core/record/limits'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { useMachine } from './machine-context'
import { FIELD, Field } from '@/ui/shared/field'

const LEFT_OUT = 'out'

/** Says where a lead of this machine really is, and why. */
export function DifferenceDialog({ threadId, onClose }: { readonly threadId: string; readonly onClose: () => void }) {
  const { built, write } = useMachine()
  const [to, setTo] = useState('')
  const [reason, setReason] = useState('')
  const thread = built.threads.find(({ id }) => id === threadId)
  if (thread === undefined) return null
  const places = candidatesFor(built, thread.from).filter(
    (place) =>
      place.misfit === 'none' && portKey(place.to) !== portKey(thread.to) && built.threadsAt(place.to).length === 0,
  )
  const keep = (event: React.FormEvent) => {
    event.preventDefault()
    const place = places.find((one) => portKey(one.to) === to)
    const out: SingleEdit = { type: 'disconnect', threadId }
    const edit =
      place === undefined
        ? out
        : { type: 'batch' as const, edits: [out, { type: 'connect' as const, thread: { ...thread, to: place.to } }] }
    write({ kind: 'difference', edit, reason: reason.trim() })
    onClose()
  }
  return (
    <Dialog
      isOpen
      title={`${built.name(thread.from)} is not as planned`}
      description={`Planned: into ${built.name(thread.to)}. The plan stays as it is; this machine is otherwise.`}
      onClose={onClose}
    >
      <form onSubmit={keep} className="space-y-3">
        <Field label="Where it is on this machine">
          <select required value={to} onChange={(event) => setTo(event.target.value)} className={FIELD}>
            <option value="">choose …</option>
            {places.map((place) => (
              <option key={portKey(place.to)} value={portKey(place.to)}>
                {built.name(place.to)}
              </option>
            ))}
            <option value={LEFT_OUT}>nowhere: it is left unplugged</option>
          </select>
        </Field>
        <Field label="Why">
          <input
            required
            value={reason}
            maxLength={RECORD_LIMITS.lineLength}
            onChange={(event) => setReason(event.target.value)}
            placeholder="such as: the lead is too short"
            className={FIELD}
          />
        </Field>
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button tone="act" type="submit" disabled={to === '' || reason.trim() === ''}>
            Write it down
          </Button>
        </div>
      </form>
    </Dialog>
  )
}
