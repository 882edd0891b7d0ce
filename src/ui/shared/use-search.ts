import { useEffect, useEffectEvent, useState } from 'react'

/** So long is looked at a time, so that the page stays at hand. */
const SLICE_MS = 15

/** What a search comes to, looked for in slices while somebody waits; begun anew for another subject, undefined until then. */
export function useSearch<T>(subject: object, begin: () => Generator<void, T>): T | undefined {
  const [found, setFound] = useState<{ readonly of: object; readonly value: T }>()
  const start = useEffectEvent(begin)
  useEffect(() => {
    const search = start()
    let timer: ReturnType<typeof setTimeout>
    const goOn = () => {
      const until = performance.now() + SLICE_MS
      let step = search.next()
      while (step.done !== true && performance.now() < until) step = search.next()
      if (step.done === true) setFound({ of: subject, value: step.value })
      else timer = setTimeout(goOn)
    }
    timer = setTimeout(goOn)
    return () => clearTimeout(timer)
  }, [subject])
  return found?.of === subject ? found.value : undefined
}
