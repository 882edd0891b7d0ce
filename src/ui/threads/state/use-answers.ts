import { createContext, use, useMemo, useSyncExternalStore } from 'react'
import { portKey, type PortKey } from '@/core/build/refs'
import type { PortRef } from '@/core/schema/schema-kit'
import { candidatesFor, type Candidate } from '@/core/ask/candidates'
import type { Harness } from '@/core/operate/harness'
import { inOutlookOrder, judged, wantsTrial, type Answer } from '@/core/rules/answers'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { useHarness } from '@/ui/session/context'

/** What is known of the ports for one lead: answers that all rules have judged, and ports that are still being tried. */
export interface Answers {
  /** Best first. */
  readonly answers: readonly Answer[]
  readonly waiting: readonly Candidate[]
  readonly at: ReadonlyMap<PortKey, Answer | Candidate>
}

const answersOf = (answers: readonly Answer[], waiting: readonly Candidate[]): Answers => ({
  answers,
  waiting,
  at: new Map([...answers, ...waiting].map((candidate) => [portKey(candidate.to), candidate])),
})

/** So long may be judged before the first picture, and at a time behind it, so that the page stays at hand. */
const FIRST_MS = 8
const SLICE_MS = 8

interface Asked {
  readonly now: () => Answers
  readonly subscribe: (onChange: () => void) => () => void
}

/** Asks all rules about each port in turn, the likely ones first, for as long as somebody looks. */
function ask(harness: Harness, lead: PortRef): Asked {
  let waiting: readonly Candidate[] = candidatesFor(harness, lead)
  let answers: readonly Answer[] = []
  let told = answersOf(answers, waiting)
  let timer: ReturnType<typeof setTimeout> | undefined
  const listeners = new Set<() => void>()
  const judgeFor = (forMs: number) => {
    const until = performance.now() + forMs
    const fresh: Answer[] = []
    while (waiting.length > 0 && (performance.now() < until || fresh.length === 0)) {
      fresh.push(judged(harness, lead, waiting[0]!))
      waiting = waiting.slice(1)
    }
    answers = inOutlookOrder([...answers, ...fresh])
    told = answersOf(answers, waiting)
  }
  // What needs no trial is said at once.
  const known = waiting.filter((candidate) => !wantsTrial(candidate))
  answers = known.map((candidate) => judged(harness, lead, candidate))
  waiting = waiting.filter(wantsTrial)
  judgeFor(FIRST_MS)
  const goOn = () => {
    timer = undefined
    const from = performance.now()
    judgeFor(SLICE_MS)
    listeners.forEach((listener) => listener())
    // In a large build one trial is long: saving, and what people do, come in between.
    if (waiting.length > 0 && listeners.size > 0) timer = setTimeout(goOn, performance.now() - from)
  }
  return {
    now: () => told,
    subscribe: (onChange) => {
      listeners.add(onChange)
      if (waiting.length > 0) timer ??= setTimeout(goOn)
      return () => {
        listeners.delete(onChange)
      }
    },
  }
}

const askedOf = new WeakMap<Harness, Map<PortKey, Asked>>()

/** Each lead of a harness is asked about once, for all who show the answers. */
function askedOnce(harness: Harness, lead: PortRef): Asked {
  const ofHarness = askedOf.get(harness) ?? new Map<PortKey, Asked>()
  askedOf.set(harness, ofHarness)
  const key = portKey(lead)
  const known = ofHarness.get(key) ?? ask(harness, lead)
  ofHarness.set(key, known)
  return known
}

const NONE = answersOf([], [])
const nothingToHear = () => () => undefined

function useRead<T>(lead: PortRef | undefined, read: (answers: Answers) => T): T {
  const harness = useHarness()
  const store = lead === undefined ? undefined : askedOnce(harness, lead)
  const now = () => read(store?.now() ?? NONE)
  return useSyncExternalStore(store?.subscribe ?? nothingToHear, now, now)
}

const whole = (answers: Answers) => answers

/** Every port as an answer for a lead, best first. */
export const useAnswers = (lead: PortRef): Answers => useRead(lead, whole)

/** The lead that the ports of a picture are asked about. */
export const AskedLead = createContext<PlacedPort | undefined>(undefined)

/** What would happen with the asked lead in this port; a port hears of its own answer only. */
export function useAnswerAt({ key, port }: PlacedPort) {
  const asked = use(AskedLead)
  const lead = port.side === 'gives' ? asked : undefined
  const candidate = useRead(lead?.ref, ({ at }) => at.get(key))
  return useMemo(
    () => (lead === undefined || candidate === undefined ? undefined : { lead, candidate }),
    [lead, candidate],
  )
}
