import type { Model, Row, Terms, Variable } from './model'

/** So many leads of a flow. */
export interface Count {
  readonly variable: string
  readonly count: number
}

/** Rows that come to a model that is written already, since a judged plan asks for them. */
export class Added {
  private readonly variables: Variable[] = []
  private readonly rows: Row[] = []
  private readonly mostOf: ReadonlyMap<string, number>

  constructor(private readonly model: Model) {
    this.mostOf = new Map(model.variables.map(({ name, most }) => [name, most]))
  }

  /** Something that is there or not. */
  whole(prefix: string): string {
    const name = `${prefix}${this.model.variables.length + this.variables.length}`
    this.variables.push({ name, most: 1, isWhole: true, provides: true })
    return name
  }

  /** A sum that stays at or below something; `menders` are what a first plan may raise for it, all that provides unless said. */
  row(terms: Terms, most: number, menders?: readonly string[]): void {
    const name = `added${this.model.rows.length + this.rows.length}`
    this.rows.push({ name, terms, least: undefined, most, menders })
  }

  /** For each flow a variable that has to be there where so many of its leads are, or more. */
  reached(counts: readonly Count[]): Terms {
    return counts.map(({ variable, count }) => {
      const isReached = this.whole('reached')
      const beyond = this.mostOf.get(variable)! - count + 1
      const terms: Terms = [
        [variable, 1],
        [isReached, -beyond],
      ]
      this.row(terms, count - 1)
      return [isReached, 1] as const
    })
  }

  /** The model with all of it. */
  extended(): Model {
    const { variables, rows } = this.model
    return { ...this.model, variables: [...variables, ...this.variables], rows: [...rows, ...this.rows] }
  }
}
