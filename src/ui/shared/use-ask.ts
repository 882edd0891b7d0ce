'use client'

import { useRouter } from 'next/navigation'
import { notify } from './notices'

/** Runs a request, refreshes what the server painted, and shows the server's sentence where it refuses. */
export function useAsk(): <T>(work: () => Promise<T>, then?: (value: T) => void) => Promise<void> {
  const router = useRouter()
  return async (work, then) => {
    try {
      const value = await work()
      then?.(value)
      router.refresh()
    } catch (error) {
      notify((error as Error).message, { tone: 'fault' })
    }
  }
}
