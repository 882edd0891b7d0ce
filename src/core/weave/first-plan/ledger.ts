import type { Model, Row, Terms, Values } from '../model/model'

interface Part {
  readonly row: number
  readonly factor: number
}

/** A hair of floating point is no violation. */
const SLACK = 1e-6

/** So many steps of one thing asking for another are followed: a lead, its piece, its feed, the feed's box, its limits. */
const MOST_DEPTH = 8

/** A model by its variables: the rows and goals that each of them is in. */
interface Columns {
  readonly index: ReadonlyMap<string, number>
  readonly parts: readonly (readonly Part[])[]
  readonly goalParts: readonly (readonly Part[])[]
}

const known = new WeakMap<Model, Columns>()

function columnsOf(model: Model): Columns {
  const before = known.get(model)
  if (before !== undefined) return before
  const { variables, rows, goals } = model
  const index = new Map(variables.map(({ name }, at) => [name, at]))
  const partsOf = (list: readonly { readonly terms: Terms }[]): readonly (readonly Part[])[] => {
    const parts: Part[][] = variables.map(() => [])
    list.forEach(({ terms }, row) => {
      for (const [name, factor] of terms) parts[index.get(name)!]!.push({ row, factor })
    })
    return parts
  }
  const columns = { index, parts: partsOf(rows), goalParts: partsOf(goals) }
  known.set(model, columns)
  return columns
}

/**
 * The rows of a model with a plan that is being built, so that what one change asks for is found at once. A row that a
 * change would break is mended by raising another variable of it: a port that is used, a thing that is bought, a limit
 * over its headroom.
 */
export class Ledger {
  private readonly index: ReadonlyMap<string, number>
  private readonly parts: readonly (readonly Part[])[]
  private readonly rows: readonly Row[]
  private readonly sums: Float64Array
  private readonly amounts: Float64Array
  /** What was changed, newest last, so that a try can be taken back. */
  private readonly menders: (readonly { readonly at: number; readonly factor: number }[] | undefined)[] = []
  private readonly goalSums: number[]
  private readonly goalParts: readonly (readonly Part[])[]
  private readonly trail: (readonly [variable: number, by: number])[] = []

  constructor(private readonly model: Model) {
    const { variables, rows } = model
    const { index, parts, goalParts } = columnsOf(model)
    this.index = index
    this.parts = parts
    this.goalParts = goalParts
    this.goalSums = model.goals.map(() => 0)
    this.rows = rows
    this.sums = new Float64Array(rows.length)
    this.amounts = new Float64Array(variables.length)
  }

  /** Lowers what is only there to provide or excuse, where nothing asks for it, so that no goal counts it for nothing. */
  tidy(): void {
    this.model.variables.forEach(({ provides, isWhole }, at) => {
      if (!provides || !isWhole) return
      for (let step = this.amounts[at]!; step >= 1; step = Math.floor(step / 2)) {
        while (this.amounts[at]! >= step && this.isKeptBy(at, -step)) this.note(at, -step)
      }
    })
  }

  /** Raises what is wanted for its own sake, such as free room, as far as the rows let it. */
  reap(): void {
    this.model.variables.forEach(({ most }, at) => {
      if (!this.goalParts[at]!.some(({ factor }) => factor < 0)) return
      const rooms = this.parts[at]!.map(({ row, factor }) => this.roomIn(row, factor))
      const by = Math.min(most - this.amounts[at]!, ...rooms)
      if (by > SLACK) this.note(at, by)
    })
  }

  /** How far a variable of this factor may be raised before the row is at its bound. */
  private roomIn(row: number, factor: number): number {
    const { least = -Infinity, most = Infinity } = this.rows[row]!
    return ((factor > 0 ? most : least) - this.sums[row]!) / factor
  }

  /** Whether all rows hold after a change, with nothing else changed. */
  private isKeptBy(at: number, by: number): boolean {
    this.move(at, by)
    const isKept = this.parts[at]!.every(({ row }) => this.excess(row) === 0)
    this.move(at, -by)
    return isKept
  }

  /** Sets a variable without asking the rows. */
  force(name: string, to: number): void {
    const at = this.index.get(name)!
    this.note(at, to - this.amounts[at]!)
  }

  amount(name: string): number {
    return this.amounts[this.index.get(name)!]!
  }

  values(): Values {
    return new Map(
      this.model.variables.flatMap(({ name }, at) => (this.amounts[at] === 0 ? [] : [[name, this.amounts[at]!]])),
    )
  }

  /** A place to go back to. */
  mark(): number {
    return this.trail.length
  }

  backTo(mark: number): void {
    while (this.trail.length > mark) {
      const [at, by] = this.trail.pop()!
      this.move(at, -by)
    }
  }

  /** Changes several variables as one, for rows that only hold for all of them. */
  change(changes: Terms): boolean {
    const mark = this.mark()
    for (const [name, by] of changes) {
      const at = this.index.get(name)!
      if (!this.isWithin(at, by)) {
        this.backTo(mark)
        return false
      }
      this.note(at, by)
    }
    for (const [name] of changes) {
      for (const { row } of this.parts[this.index.get(name)!]!) {
        if (this.mend(row, MOST_DEPTH)) continue
        this.backTo(mark)
        return false
      }
    }
    return true
  }

  private isWithin(at: number, by: number): boolean {
    const after = this.amounts[at]! + by
    return after >= -SLACK && after <= this.model.variables[at]!.most + SLACK
  }

  private move(at: number, by: number): void {
    this.amounts[at]! += by
    for (const { row, factor } of this.parts[at]!) this.sums[row]! += factor * by
    for (const { row, factor } of this.goalParts[at]!) this.goalSums[row]! += factor * by
  }

  private note(at: number, by: number): void {
    this.move(at, by)
    this.trail.push([at, by])
  }

  private raise(at: number, by: number, depth: number): boolean {
    if (depth === 0 || !this.isWithin(at, by)) return false
    this.note(at, by)
    return this.parts[at]!.every(({ row }) => this.mend(row, depth - 1))
  }

  /** How far a row is below its least (negative) or over its most (positive). */
  private excess(row: number): number {
    const { least, most } = this.rows[row]!
    const sum = this.sums[row]!
    if (most !== undefined && sum > most + SLACK) return sum - most
    return least !== undefined && sum < least - SLACK ? sum - least : 0
  }

  /** Brings a row back within its bounds by raising another variable of it, the one that costs least. */
  private mend(row: number, depth: number): boolean {
    const excess = this.excess(row)
    if (excess === 0) return true
    let best: { readonly at: number; readonly by: number; readonly costs: readonly number[] } | undefined
    const menders = this.mendersOf(row).filter(({ factor }) => factor * excess < 0)
    for (const { at, factor } of menders) {
      const needed = Math.abs(excess / factor)
      const by = this.model.variables[at]!.isWhole ? Math.ceil(needed - SLACK) : needed
      const mark = this.mark()
      const isMended = this.raise(at, by, depth) && this.excess(row) === 0
      if (isMended && menders.length === 1) return true
      const costs = this.costs()
      if (isMended && (best === undefined || isLess(costs, best.costs))) best = { at, by, costs }
      this.backTo(mark)
    }
    return best !== undefined && this.raise(best.at, best.by, depth)
  }

  private mendersOf(row: number): readonly { readonly at: number; readonly factor: number }[] {
    let known = this.menders[row]
    if (known === undefined) {
      const { terms, menders } = this.rows[row]!
      known = terms
        .map(([name, factor]) => ({ at: this.index.get(name)!, factor, name }))
        .filter(({ at, name }) => menders?.includes(name) ?? this.model.variables[at]!.provides)
      this.menders[row] = known
    }
    return known
  }

  /** What the goals come to, in their order. */
  costs(): readonly number[] {
    return [...this.goalSums]
  }
}

/**
 * A plan without what it has no use for, and with all that it has room for: a solver leaves both as they fall, as long as
 * the goal at hand does not count them.
 */
export function tidied(model: Model, values: Values): Values {
  const ledger = new Ledger(model)
  for (const [name, amount] of values) ledger.force(name, amount)
  ledger.tidy()
  ledger.reap()
  return ledger.values()
}

/** Whether the first list of figures is better than the second, the first that differs deciding. */
export function isLess(a: readonly number[], b: readonly number[]): boolean {
  for (const [index, value] of a.entries()) {
    if (Math.abs(value - b[index]!) > SLACK) return value < b[index]!
  }
  return false
}
