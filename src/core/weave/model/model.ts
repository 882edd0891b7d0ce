import type { Host, LeadClass, PackOffer, Problem, Use } from '../problem/problem'

/** A sum of variables: how often each of them counts. */
export type Terms = readonly (readonly [variable: string, factor: number])[]

export interface Variable {
  readonly name: string
  readonly most: number
  readonly isWhole: boolean
  /** Whether a first plan may raise it wherever that keeps a row: it provides or excuses something. */
  readonly provides: boolean
}

/** A sum that lies between two bounds. */
export interface Row {
  readonly name: string
  readonly terms: Terms
  readonly least: number | undefined
  readonly most: number | undefined
  /** What a first plan may raise to keep the row; all that provides where nothing is said. */
  readonly menders: readonly string[] | undefined
}

/** That all does as planned, with room to spare and on figures that are known. */
export const GOOD_GOALS = ['warnings', 'roles', 'overshoot', 'tight', 'unknowns'] as const

/** Goals that the rules have their own figures for. */
export const JUDGED_GOALS: ReadonlySet<string> = new Set(['warnings', 'overshoot', 'tight', 'unknowns'])

/** What the plan is to be good at, in this order. */
export const GOALS = [
  'loose',
  'changed',
  ...GOOD_GOALS,
  'unpriced',
  'cents',
  'boxes',
  'stacked',
  'splits',
  'mingled',
  'extensions',
  'headroom',
] as const
export type GoalKey = (typeof GOALS)[number]

export interface Goal {
  readonly key: GoalKey
  /** To be made as small as it can be. */
  readonly terms: Terms
}

/** Leads that want ports: so many of a device, or one for each box or piece that is used. */
export interface Demand {
  readonly key: string
  readonly leads: LeadClass
  /** How many of them there are, for all that the model says. */
  readonly mostCount: number
  /** The sum that says how many of them are there; all of them where it is undefined. */
  readonly dependsOn: Terms | undefined
  /** The box, or the use with a piece, whose outlets this lead feeds. */
  readonly feeds: Host | Use | undefined
}

/** Leads of one demand on one use. */
export interface Flow {
  readonly variable: string
  readonly demand: Demand
  readonly use: Use
  /** What each of them costs in goals that count what is unwanted. */
  readonly costs: readonly (readonly [goal: GoalKey, count: number])[]
  /** Whether another one than the choice names would rule them. */
  readonly isOthers: boolean
  /** Whether they are to be ruled by the board, through the box that they are on. */
  readonly wantsSync: boolean
  /** So many of them reach well; each one more is a warning. */
  readonly wellCount: number
}

/** Something that has to be there, and the variable that says it is not. */
export interface Slack {
  readonly variable: string
  readonly flows: readonly Flow[]
}

/** A variable that counts what is bought by itself, and how much of it is bought in any case, unless in a pack. */
export interface Need {
  readonly variable: string
  readonly count: number
}

/** Leads of one flow that are there today, and the variable that counts those that stay. */
export interface Keeper {
  readonly flow: Flow
  readonly kept: string
  readonly mostCount: number
}

/** Sums of variables and their bounds: all that a solver needs to know. */
export interface Sums {
  readonly variables: readonly Variable[]
  readonly rows: readonly Row[]
}

/** The problem as sums, and what a solver's answer is read with. */
export interface Model extends Sums {
  readonly problem: Problem
  readonly demands: readonly Demand[]
  readonly flows: readonly Flow[]
  readonly goals: readonly Goal[]
  /** The names of variables, by what they are about. */
  readonly useOf: (use: Use) => string
  readonly hostOf: (host: Host) => string | undefined
  readonly looseOf: (demand: Demand) => string
  /** Variables that excuse a header on which nothing reports, each with the leads that would. */
  readonly slacks: readonly Slack[]
  /** Leads that may stay where they are. */
  readonly keepers: readonly Keeper[]
  /** What is bought in any case. */
  readonly needs: readonly Need[]
  /** The variables that count packs that are bought. */
  readonly packs: ReadonlyMap<PackOffer, string>
}

/** The values of the variables; those that are not named are 0. */
export type Values = ReadonlyMap<string, number>

/** What a sum comes to. */
export const valueOf = (terms: Terms, values: Values): number =>
  terms.reduce((sum, [variable, factor]) => sum + factor * (values.get(variable) ?? 0), 0)

/** Each variable of a sum once, without those that count for nothing. */
export function summedUp(terms: Terms): Terms {
  const factors = new Map<string, number>()
  let isPlain = true
  for (const [name, factor] of terms) {
    const before = factors.get(name)
    if (before !== undefined || factor === 0) isPlain = false
    factors.set(name, (before ?? 0) + factor)
  }
  // Most sums are so already; there are thousands of them, and copies of all are slow.
  return isPlain ? terms : [...factors].filter(([, factor]) => factor !== 0)
}

/** A model while it is being written; names are short and safe for the LP format. */
export class Draft {
  readonly variables: Variable[] = []
  readonly rows: Row[] = []
  readonly loose = new Map<Demand, string>()
  readonly slacks: Slack[] = []
  readonly keepers: Keeper[] = []
  readonly needs: Need[] = []
  readonly goals = new Map<GoalKey, (readonly [string, number])[]>(GOALS.map((key) => [key, []]))

  /** Something that is there or not, or so often, and that makes something else possible. */
  whole(prefix: string, most: number): string {
    return this.variable(prefix, most, { isWhole: true, provides: true })
  }

  variable(prefix: string, most: number, is: { readonly isWhole: boolean; readonly provides: boolean }): string {
    const name = `${prefix}${this.variables.length}`
    this.variables.push({ name, most, ...is })
    return name
  }

  row(terms: Terms, bounds: { readonly least?: number; readonly most?: number }, menders?: readonly string[]): void {
    const kept = summedUp(terms)
    if (kept.length === 0) return
    this.rows.push({ name: `r${this.rows.length}`, terms: kept, least: bounds.least, most: bounds.most, menders })
  }

  count(goal: GoalKey, ...terms: Terms): void {
    this.goals.get(goal)!.push(...terms)
  }
}
