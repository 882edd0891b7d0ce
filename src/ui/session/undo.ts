import { nanoid } from 'nanoid'
import { apply } from '@/core/build/apply'
import type { Edit } from '@/core/build/edit-schema'
import { LoomError } from '@/core/errors'
import { describeEdit } from '@/core/wording/edit-text'
import { notify } from '@/ui/shared/notices'
import type { Desk, Step } from './desk'

/**
 * Edits as people make them, take them back and do them again; each is done at once, and saved behind. Where nobody may
 * change the build, the refusal says so instead.
 */
export function undoOn({ get, set }: Desk, flush: () => unknown, refusal: string | undefined) {
  const perform = (edit: Edit): Step | undefined => {
    const { build, pending } = get()
    if (refusal !== undefined) {
      notify(refusal, { tone: 'fault' })
      return undefined
    }
    try {
      const applied = apply(build, edit)
      set({ build: applied.build, pending: [...pending, { id: nanoid(), edit }] })
      flush()
      return { label: describeEdit(edit, build), edit: applied.inverse }
    } catch (error) {
      if (!(error instanceof LoomError)) throw error
      notify(error.message, { tone: 'fault' })
      return undefined
    }
  }

  const goBack = (from: 'undo' | 'redo', to: 'undo' | 'redo') => {
    const last = get()[from].at(-1)
    if (last === undefined) return
    const done = perform(last.edit)
    const rest = get()[from].slice(0, -1)
    set(done === undefined ? { [from]: rest } : { [from]: rest, [to]: [...get()[to], { ...done, label: last.label }] })
  }

  return {
    dispatch: (edit: Edit): boolean => {
      const done = perform(edit)
      if (done !== undefined) set({ undo: [...get().undo, done], redo: [] })
      return done !== undefined
    },
    undoLast: () => goBack('undo', 'redo'),
    redoLast: () => goBack('redo', 'undo'),
  }
}
