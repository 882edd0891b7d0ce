'use client'

import { X } from 'lucide-react'
import { nanoid } from 'nanoid'
import { Toast } from 'radix-ui'
import { create } from 'zustand'

interface Notice {
  readonly id: string
  readonly text: string
  readonly tone: 'plain' | 'fault'
  readonly action?: { readonly label: string; readonly run: () => void }
}

const useNotices = create<{ readonly notices: readonly Notice[] }>(() => ({ notices: [] }))

/** Shows a short notice; a fault stays until it is put away. */
export function notify(text: string, options: Partial<Pick<Notice, 'tone' | 'action'>> = {}): void {
  const notice: Notice = {
    id: nanoid(8),
    text,
    tone: options.tone ?? 'plain',
    ...(options.action ? { action: options.action } : {}),
  }
  useNotices.setState(({ notices }) => ({ notices: [...notices.slice(-3), notice] }))
}

const putAway = (id: string) =>
  useNotices.setState(({ notices }) => ({ notices: notices.filter((notice) => notice.id !== id) }))

const LONGER_WITH_ACTION_MS = 12_000
const SHORT_MS = 5_000

export function Notices() {
  const notices = useNotices((state) => state.notices)
  return (
    <>
      {notices.map(({ id, text, tone, action }) => (
        <Toast.Root
          key={id}
          duration={tone === 'fault' ? Infinity : action ? LONGER_WITH_ACTION_MS : SHORT_MS}
          onOpenChange={(open) => !open && putAway(id)}
          className={`flex items-center gap-3 rounded-lg border px-4 py-3 shadow-lg ${tone === 'fault' ? 'border-madder bg-madder-wash' : 'border-thread bg-cloth'}`}
        >
          <Toast.Description className="grow">{text}</Toast.Description>
          {action && (
            <Toast.Action
              altText={action.label}
              onClick={action.run}
              className="rounded px-2 py-1 font-semibold text-woad underline"
            >
              {action.label}
            </Toast.Action>
          )}
          <Toast.Close aria-label="Put away" className="rounded p-1 text-faded hover:text-ink">
            <X size={16} aria-hidden />
          </Toast.Close>
        </Toast.Root>
      ))}
      <Toast.Viewport className="fixed bottom-4 left-1/2 z-50 flex w-[min(30rem,calc(100vw-2rem))] -translate-x-1/2 flex-col gap-2 print:hidden" />
    </>
  )
}
