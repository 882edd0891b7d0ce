import { useMemo } from 'react'
import { portKey, type PortKey } from '@/core/build/refs'
import type { PortRef } from '@/core/formats/schema-kit'
import { candidatesFor, type Candidate } from '@/core/harness/candidates'
import type { Harness } from '@/core/harness/derive'
import { useHarness } from '@/ui/build/context'

const known = new WeakMap<Harness, Map<PortKey, readonly Candidate[]>>()
const NONE: readonly Candidate[] = []

/** As candidatesFor, but each lead of a harness is asked about once, for all who show the answers. */
function keptCandidates(harness: Harness, lead: PortRef): readonly Candidate[] {
  const ofHarness = known.get(harness) ?? new Map<PortKey, readonly Candidate[]>()
  known.set(harness, ofHarness)
  const key = portKey(lead)
  const candidates = ofHarness.get(key) ?? candidatesFor(harness, lead)
  ofHarness.set(key, candidates)
  return candidates
}

/** Every port as an answer for a lead, best first; none where no lead is asked about. */
export function useCandidates(lead: PortRef | undefined): readonly Candidate[] {
  const harness = useHarness()
  return useMemo(() => (lead === undefined ? NONE : keptCandidates(harness, lead)), [harness, lead])
}
