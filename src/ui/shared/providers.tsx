'use client'

import { setNonce } from 'get-nonce'
import { Toast } from 'radix-ui'
import { useEffect, useState, type ReactNode } from 'react'
import { Notices } from './notices'

/** What every page needs: the nonce for the few styles that dialogs add, and notices. */
export function Providers({ nonce, children }: { readonly nonce: string; readonly children: ReactNode }) {
  // The document keeps the policy that it came with, whatever a later answer of the server says.
  const [first] = useState(nonce)
  setNonce(first)
  // Said once everything on the page answers to keys and presses: those inside have had their effects before this one.
  useEffect(() => {
    document.documentElement.dataset['alive'] = ''
  }, [])
  return (
    <Toast.Provider swipeDirection="right" label="Notice">
      {children}
      <Notices />
    </Toast.Provider>
  )
}
