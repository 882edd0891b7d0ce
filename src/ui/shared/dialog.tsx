'use client'

import { X } from 'lucide-react'
import { Dialog as Radix } from 'radix-ui'
import type { ReactNode } from 'react'
import { Button } from './button'

interface DialogProps {
  readonly isOpen: boolean
  readonly title: string
  readonly description?: string
  readonly isWide?: boolean
  readonly onClose: () => void
  readonly children: ReactNode
  readonly footer?: ReactNode
}

/** A window over the page: its title and a way out stand still, what is between scrolls. */
export function Dialog({ isOpen, title, description, isWide = false, onClose, children, footer }: DialogProps) {
  return (
    <Radix.Root open={isOpen} onOpenChange={(open) => !open && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-scrim" />
        <Radix.Content
          {...(description === undefined ? { 'aria-describedby': undefined } : {})}
          className={`fixed top-1/2 left-1/2 z-50 flex max-h-[calc(100dvh-2rem)] -translate-x-1/2 -translate-y-1/2 flex-col rounded-xl border border-thread bg-cloth shadow-xl ${isWide ? 'w-[min(72rem,calc(100vw-2rem))]' : 'w-[min(40rem,calc(100vw-2rem))]'}`}
        >
          <header className="flex items-start gap-3 border-b border-thread px-5 py-3">
            <div className="min-w-0 grow">
              <Radix.Title className="font-display text-lg font-semibold">{title}</Radix.Title>
              {description !== undefined && (
                <Radix.Description className="text-[13px] text-faded">{description}</Radix.Description>
              )}
            </div>
            <Radix.Close asChild>
              <Button tone="quiet" small aria-label="Close">
                <X size={16} aria-hidden />
              </Button>
            </Radix.Close>
          </header>
          <div className="min-h-0 overflow-y-auto px-5 py-4">{children}</div>
          {footer !== undefined && (
            <footer className="flex flex-wrap items-center justify-end gap-2 border-t border-thread px-5 py-3">
              {footer}
            </footer>
          )}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
