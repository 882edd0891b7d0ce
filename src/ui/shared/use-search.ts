import { useEffect, useEffectEvent, useState } from 'react'

/** So long is looked at a time, so that the page stays at hand. */
const SLICE_MS = 15

/** What a search came to, or how many trials it took so far. */
export type Sought<T> = { readonly value: T } | { readonly triedCount: number }

const NOTHING_TRIED = { triedCount: 0 } as const

/** A search that goes on in slices while somebody waits; begun anew for another subject. */
export function useSearch<T>(subject: object, begin: () => Generator<void, T>): Sought<T> {
  const [found, setFound] = useState<{ readonly of: object; readonly is: Sought<T> }>()
  const start = useEffectEvent(begin)
  useEffect(() => {
    const search = start()
    let triedCount = 0
    let timer: ReturnType<typeof setTimeout>
    const goOn = () => {
      const until = performance.now() + SLICE_MS
      let step = search.next()
      for (; step.done !== true && performance.now() < until; triedCount += 1) step = search.next()
      setFound({ of: subject, is: step.done === true ? { value: step.value } : { triedCount } })
      if (step.done !== true) timer = setTimeout(goOn)
    }
    timer = setTimeout(goOn)
    return () => clearTimeout(timer)
  }, [subject])
  return found?.of === subject ? found.is : NOTHING_TRIED
}
