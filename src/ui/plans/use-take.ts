'use client'

import { useRouter } from 'next/navigation'
import type { Edit } from '@/core/build/edit-schema'
import { countOf } from '@/core/wording/text'
import { useActions } from '@/ui/session/context'
import { notify } from '@/ui/shared/notices'
import type { Shown } from './use-shown'

/** Whether a plan changes nothing. */
export const isWiredSo = ({ sent: { edit, schoolEdits } }: Shown): boolean =>
  edit.type === 'batch' && edit.edits.length === 0 && schoolEdits.length === 0

/** Whether a plan may be taken: not while it still has a stop that a better one may not have. */
export const isTakeable = (shown: Shown, isSought: boolean): boolean =>
  !isWiredSo(shown) && !(isSought && shown.verdicts.counts.stop > 0)

/** The leads that a plan moves or plugs in. */
export const changesOf = ({ steps }: Shown) => steps.filter(({ does }) => does === 'moves' || does === 'comes')

/** Takes a plan, or as much of it as `part` says, into the build, and shows the wiring. */
export function useTake(): (shown: Shown, part?: { readonly edit: Edit; readonly leadCount: number }) => void {
  const { dispatch } = useActions()
  const router = useRouter()
  return (shown, part = { edit: shown.sent.edit, leadCount: changesOf(shown).length }) => {
    const { sent, today } = shown
    const edits = [...sent.schoolEdits, ...(part.edit.type === 'batch' ? part.edit.edits : [part.edit])]
    if (!dispatch({ type: 'batch', edits })) return
    notify(`${countOf(part.leadCount, 'lead')} as planned. One undo takes it all back.`)
    router.push(`/builds/${today.build.id}/threads`)
  }
}
