import { candidatesOf, troubleFrom, type Candidate, type Said, type Trouble } from '@/core/bench/diagnose'
import { pairsOf } from '@/core/bench/pairs'
import { rehearse } from '@/core/bench/simulate'
import { solve } from '@/core/bench/solve'
import type { Build } from '@/core/build/schema'
import type { BenchAsked, BenchTold } from './bench-messages'

/** So often the page is told how far it is. */
const TELL_MS = 100

const tell = (told: BenchTold) => postMessage(told)
let trouble: Trouble | undefined

function open(build: Build): void {
  const rehearsal = rehearse(build)
  const candidates: Candidate[] = []
  let toldAt = performance.now()
  for (const candidate of candidatesOf(rehearsal)) {
    candidates.push(candidate)
    if (performance.now() - toldAt < TELL_MS) continue
    toldAt = performance.now()
    tell({ is: 'trying', triedCount: candidates.length })
  }
  trouble = troubleFrom(rehearsal, candidates)
  tell({ is: 'singles', candidates })
}

function pairs(number: number, said: Said): void {
  const found = trouble === undefined ? [] : [...pairsOf(trouble, said)].filter((pair) => pair !== undefined)
  tell({ is: 'pairs', number, pairs: found })
}

function solved(number: number, hiddenIds: readonly string[], said: Said): void {
  const hidden = trouble?.candidates.filter(({ id }) => hiddenIds.includes(id)) ?? []
  tell({ is: 'solved', number, looks: trouble === undefined ? [] : solve(trouble, hidden, said).looks })
}

addEventListener('message', ({ data }: MessageEvent<BenchAsked>) => {
  if (data.is === 'open') open(data.build)
  else if (data.is === 'pairs') pairs(data.number, data.said)
  else solved(data.number, data.hiddenIds, data.said)
})
