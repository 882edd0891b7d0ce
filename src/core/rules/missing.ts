import type { Edit } from '../build/edit-schema'
import { findingKey, portKey } from '../build/refs'
import type { Build } from '../build/schema'
import { derive, type Harness } from '../operate/harness'
import { openFigures, type OpenFigure } from '../ask/open-figures'
import { RANGES } from '../parts/line/ranges'
import type { Part } from '../parts/schema'
import type { Figure, PortRef } from '../schema/schema-kit'
import { groupBy } from '../units/group'
import { check, type Verdicts } from './check'
import type { Finding } from './engine/rule'

/** A figure that is missing, with what it settles. */
export interface MissingFigure {
  readonly partId: string
  readonly open: OpenFigure
  /** Marks of the things that have it. */
  readonly marks: readonly string[]
  /** Where something is open for want of it. */
  readonly settles: readonly PortRef[]
}

/** The figures that settle what figures can settle, none of them needless, the most telling first. */
export interface Missing {
  readonly figures: readonly MissingFigure[]
  /** Findings that are settled when all of them are there. */
  readonly settled: readonly Finding[]
  /** Unknowns that want something else: a decision, a look at the thing. */
  readonly others: readonly Finding[]
}

interface Candidate {
  readonly part: Part
  readonly open: OpenFigure
}

const unknownsOf = ({ findings }: Verdicts) => findings.filter(({ severity }) => severity === 'unknown')

/** What is open, piece by piece: a rule may tell of many ports in one finding. */
function openAt(verdicts: Verdicts): ReadonlyMap<string, Finding['at'][number] | undefined> {
  const pieces = unknownsOf(verdicts).flatMap(({ ruleId, at, itemIds }) => [
    ...at.map((ref) => [`${ruleId} ${portKey(ref)}`, ref] as const),
    ...(at.length === 0 ? [[`${ruleId} ${(itemIds ?? []).join(' ')}`, undefined] as const] : []),
  ])
  return new Map(pieces)
}

/** An answer that leaves nothing open: as it is assumed, or what asks little, bears much and reaches far. */
function answered(part: Part, { fill }: OpenFigure): Part {
  if (fill.by === 'choice') return fill.set(part, fill.options[0]![0])
  const { figure, range, isRoom, set } = fill
  const bounds = range === undefined ? { least: 1, most: 1 } : RANGES[range]
  return set(part, { value: figure?.value ?? (isRoom ? bounds.most : bounds.least), origin: 'measured' })
}

/** The build with these answered and the other figures left as they are. */
function filled(build: Build, candidates: readonly Candidate[]): Build {
  const byPart = groupBy(candidates, ({ part }) => part.id)
  const parts = build.parts.map((part) =>
    (byPart.get(part.id) ?? []).reduce((before, { open }) => answered(before, open), part),
  )
  return { ...build, parts }
}

function candidatesOf({ build }: Harness): readonly Candidate[] {
  const used = new Set(build.items.map(({ partId }) => partId))
  return build.parts
    .filter(({ id }) => used.has(id))
    .flatMap((part) => openFigures(part).map((open) => ({ part, open })))
}

/**
 * Finds the figures that settle what figures can settle, none of them needless: of all that could be answered, one after the
 * other is left out again where nothing is open without it. What each of the rest settles is what is open without it alone.
 * Yields after each trial, so that a page can go on in slices.
 */
export function* missingFigures(harness: Harness, before: Verdicts): Generator<void, Missing> {
  const { build } = harness
  const unknowns = unknownsOf(before)
  if (unknowns.length === 0) return { figures: [], settled: [], others: [] }
  const judge = (some: readonly Candidate[]) => check(derive(filled(build, some)))
  const candidates = candidatesOf(harness)
  const all = judge(candidates)
  const still = openAt(all)
  const first = openAt(before)
  const opensWithout = (some: readonly Candidate[]) =>
    [...openAt(judge(some))].filter(([key]) => first.has(key) && !still.has(key))
  let kept = candidates
  for (const candidate of candidates.toReversed()) {
    yield
    const others = kept.filter((other) => other !== candidate)
    if (opensWithout(others).length === 0) kept = others
  }
  const figures: MissingFigure[] = []
  for (const candidate of kept) {
    yield
    const open = opensWithout(kept.filter((other) => other !== candidate))
    figures.push({
      partId: candidate.part.id,
      open: candidate.open,
      marks: build.items.filter(({ partId }) => partId === candidate.part.id).map(({ mark }) => mark),
      settles: open.flatMap(([, ref]) => (ref === undefined ? [] : [ref])),
    })
  }
  const left = new Set(unknownsOf(all).map(findingKey))
  const isLeft = (finding: Finding) =>
    left.has(findingKey(finding)) || finding.at.some((ref) => still.has(`${finding.ruleId} ${portKey(ref)}`))
  return {
    figures: figures.toSorted((a, b) => b.settles.length - a.settles.length),
    settled: unknowns.filter((finding) => !isLeft(finding)),
    others: unknowns.filter(isLeft),
  }
}

/** The edit by which an answer is kept: one figure, where it has a place in the part already, or else the part. */
export function answerEdit(part: Part, { fill }: OpenFigure, answer: Figure | string): Edit {
  if (fill.by === 'choice') return { type: 'setPart', part: fill.set(part, answer as string) }
  const figure = answer as Figure
  const { path } = fill
  // Only what stands in a list is sure to be there: what a thing measures may not have been said at all.
  return path?.length === 3
    ? { type: 'setFigure', partId: part.id, path: [...path], figure }
    : { type: 'setPart', part: fill.set(part, figure) }
}
