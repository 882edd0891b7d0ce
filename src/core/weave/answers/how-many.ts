import type { Build, Item } from '../../build/schema'
import { derive, type Harness } from '../../operate/harness'
import type { Part } from '../../parts/schema'
import type { Machine } from '../problem/machine'
import { GOOD_GOALS, type GoalKey, type Model, type Row, type Sums, type Terms, type Variable } from '../model/model'
import { problemOf } from '../problem/read-problem'
import type { Opened, Solver } from '../solve/solver'
import { modelOf } from '../model/write-model'

/** More of one thing than this nobody asks for. */
const MOST_MORE = 24

/** What was not so before is not sound. Of a thing whose draw nobody knows any number would be unsound: that is said elsewhere. */
const SOUND: readonly GoalKey[] = GOOD_GOALS.filter((key) => key !== 'unknowns')

/** How many more of a thing a machine takes with what is there. */
export interface Capacity {
  /** Without a stop. */
  readonly most: number
  /** Without anything that was better avoided before, such as a limit over its headroom. */
  readonly sound: number
  /** Whether there may be room for still more: no more than this are asked for. */
  readonly isEndless: boolean
  /** Whether both are the most there can be, or only the most that was found in the time. */
  readonly isProven: boolean
}

/** With all that is plugged left where it is, and with all of it free; undefined where no answer was found in time. */
export interface CapacityAnswer {
  readonly asWired: Capacity | undefined
  readonly anew: Capacity | undefined
}

export interface CapacityAsk {
  readonly machine: Machine
  readonly part: Part
  /** Whether all that is plugged stays where it is. */
  readonly keeps: boolean
  readonly seconds: number
  readonly now: () => number
}

/** The part under a name of its own, so that what is added is told from what is there; comfort is not asked for. */
function asMore(part: Part): Part {
  const ports = part.ports.map(({ need, ...port }) =>
    need === 'optional' || need === undefined ? port : { ...port, need },
  )
  return { ...part, id: `${part.id}-more`, ports }
}

/** The build with as many more as anybody asks for on the bench, unplugged. */
function withMore(build: Build, { machine, part }: CapacityAsk): { readonly build: Build; readonly machine: Machine } {
  const { assemblyId } = machine
  const items = Array.from({ length: MOST_MORE }, (_, index): Item => {
    const of = assemblyId === undefined ? {} : { assemblyId }
    return { id: `more-${index}`, mark: `More ${index}`, ...of, partId: part.id, stock: 'owned' }
  })
  return {
    build: { ...build, parts: [...build.parts, part], items: [...build.items, ...items] },
    machine: { ...machine, itemIds: new Set([...machine.itemIds, ...items.map(({ id }) => id)]) },
  }
}

const SHORT = 'short'

interface Question {
  readonly sums: Sums
  /** Leads of what was there before that would find no port. */
  readonly others: Terms
  readonly goal: (key: GoalKey) => Terms
}

/** The model with one more figure: how many of what is added would be left without a place for one of their leads. */
function questionOf(model: Model, partId: string): Question {
  const more = model.demands.filter(({ leads }) => leads.leads.length > 0 && leads.facts.part.id === partId)
  const loose = new Set(more.map((demand) => model.looseOf(demand)))
  const short: Variable = { name: SHORT, most: MOST_MORE, isWhole: true, provides: false }
  const rows = [...loose].map((name): Row => ({
    name: `short${name}`,
    terms: [
      [SHORT, 1],
      [name, -1],
    ],
    least: 0,
    most: undefined,
    menders: undefined,
  }))
  const goal = (key: GoalKey) => model.goals.find((one) => one.key === key)?.terms ?? []
  return {
    sums: { variables: [...model.variables, short], rows: [...model.rows, ...rows] },
    others: goal('loose').filter(([name]) => !loose.has(name)),
    goal,
  }
}

/** Goals one after the other, and then the fewest that find no place; undefined where no answer was found in time. */
function fewestShort(opened: Opened, goals: readonly Terms[], seconds: number) {
  let isProven = true
  for (const terms of goals.filter(({ length }) => length > 0)) {
    const solved = opened.minimise(terms, { seconds })
    if (solved.values === undefined) return undefined
    isProven &&= solved.is === 'proven'
    opened.hold(terms, Math.round(solved.value))
    opened.startFrom(solved.values)
  }
  const solved = opened.minimise([[SHORT, 1]], { seconds })
  if (solved.values === undefined) return undefined
  return { count: MOST_MORE - Math.round(solved.value), isProven: isProven && solved.is === 'proven' }
}

/**
 * How many more of a part a machine takes with what lies on its bench, bought nothing: found by the planning model, since
 * no single sum tells. Where the new things would sit is not known, so whether their leads reach is not asked. Undefined
 * where no answer was found in time.
 */
export function howManyMore(solver: Solver, { build }: Harness, ask: CapacityAsk): Capacity | undefined {
  const part = asMore(ask.part)
  const grown = withMore(build, { ...ask, part })
  const { sums, others, goal } = questionOf(modelOf(problemOf(derive(grown.build), [], grown.machine)), part.id)
  const before = ask.keeps ? [others, goal('changed')] : [others]
  const counts = [before, [...before, ...SOUND.map(goal)]].map((goals) => {
    const opened = solver.open(sums)
    try {
      return fewestShort(opened, goals, ask.seconds / (2 * (goals.length + 1)))
    } finally {
      opened.close()
    }
  })
  const [most, sound] = counts
  if (most === undefined || sound === undefined) return undefined
  return {
    most: most.count,
    sound: sound.count,
    isEndless: most.count === MOST_MORE,
    isProven: most.isProven && sound.isProven,
  }
}
