'use client'

import { useEffect, useState } from 'react'
import type { Harness } from '@/core/operate/harness'
import type { Verdicts } from '@/core/rules/check'
import { missingFigures, type Missing } from '@/core/rules/missing'

/** So long is looked at a time, so that the page stays at hand. */
const SLICE_MS = 20

/** The figures that are missing in a build, once they are found; looked for in slices, anew when the build changes. */
export function useMissing(harness: Harness, verdicts: Verdicts): Missing | undefined {
  const [found, setFound] = useState<{ readonly of: Harness; readonly missing: Missing }>()
  useEffect(() => {
    const search = missingFigures(harness, verdicts)
    let timer: ReturnType<typeof setTimeout>
    const goOn = () => {
      const until = performance.now() + SLICE_MS
      let step = search.next()
      while (step.done !== true && performance.now() < until) step = search.next()
      if (step.done === true) setFound({ of: harness, missing: step.value })
      else timer = setTimeout(goOn)
    }
    timer = setTimeout(goOn)
    return () => clearTimeout(timer)
  }, [harness, verdicts])
  return found?.of === harness ? found.missing : undefined
}
