import type { Desk, Session, Step } from './desk'

/** So many steps outlive a reload, the latest ones; a tab has only some megabytes to keep them in. */
const MOST_STEPS = 100
const keyOf = (buildId: string) => `gentle-loom undo ${buildId}`

type Steps = Pick<Session, 'undo' | 'redo'>

const isStep = (value: unknown): value is Step =>
  typeof value === 'object' &&
  value !== null &&
  typeof (value as Partial<Step>).label === 'string' &&
  typeof (value as Partial<Step>).edit === 'object'

function readSteps(buildId: string): Steps | undefined {
  try {
    const held = JSON.parse(sessionStorage.getItem(keyOf(buildId)) ?? 'null') as Partial<Steps> | null
    const lists = [held?.undo, held?.redo]
    if (!lists.every((list) => Array.isArray(list) && list.every(isStep))) return undefined
    return { undo: held!.undo!, redo: held!.redo! }
  } catch {
    // A tab that keeps nothing begins with nothing to undo, as before.
    return undefined
  }
}

function writeSteps(buildId: string, { undo, redo }: Steps): void {
  try {
    const steps: Steps = { undo: undo.slice(-MOST_STEPS), redo: redo.slice(-MOST_STEPS) }
    sessionStorage.setItem(keyOf(buildId), JSON.stringify(steps))
  } catch {
    // Where the tab has no room, undo reaches back to the reload only.
  }
}

/** Takes up what this tab could undo before it was reloaded, and keeps what it can undo from now on. */
export function keepUndo({ store, get, set }: Desk): void {
  if (typeof sessionStorage === 'undefined') return
  const buildId = get().build.id
  const before = readSteps(buildId)
  if (before !== undefined && get().undo.length === 0) set(before)
  store.subscribe((now, was) => {
    if (now.undo !== was.undo || now.redo !== was.redo) writeSteps(buildId, now)
  })
}
