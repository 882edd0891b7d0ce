let waiting: Worker | undefined

const made = () => new Worker(new URL('./weave-worker.ts', import.meta.url), { type: 'module' })

/** Starts a planner that waits for its question: compiling its solver takes longer than most plans do. */
function warmPlanner(): void {
  waiting ??= made()
}

/** The planner that waits, or a new one; it belongs to who asked, who ends it. */
export function takePlanner(): Worker {
  const planner = waiting ?? made()
  waiting = undefined
  return planner
}

/** Starts a planner once the page has nothing else to do. Gives what calls that off. */
export function warmPlannerWhenIdle(): () => void {
  // Not every browser tells when it is idle; a second after the last change is about then.
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(warmPlanner, 1000)
    return () => clearTimeout(timer)
  }
  const handle = requestIdleCallback(warmPlanner)
  return () => cancelIdleCallback(handle)
}
