import loadHighs, { type Highs } from 'highs'
import type { Sums, Terms, Values } from '@/core/weave/model/model'
import type { Limits, Opened, Solved, Solver } from '@/core/weave/solve/solver'

/** Whether a whole number is meant: solvers come near to one. */
const NEAR_WHOLE = 1e-5

type Held = ReturnType<Highs['createModel']>

function rowsOf({ rows, variables }: Sums, infinity: number) {
  const columns = new Map(variables.map(({ name }, index) => [name, index]))
  const starts = [0]
  const indices: number[] = []
  const values: number[] = []
  for (const { terms } of rows) {
    for (const [name, factor] of terms) {
      indices.push(columns.get(name)!)
      values.push(factor)
    }
    starts.push(indices.length)
  }
  return {
    columns,
    matrix: { format: 'csr', numRows: rows.length, numCols: variables.length, starts, indices, values } as const,
    rowLower: rows.map(({ least }) => least ?? -infinity),
    rowUpper: rows.map(({ most }) => most ?? infinity),
  }
}

function open(highs: Highs, sums: Sums): Opened {
  const { variables } = sums
  const { columns, matrix, rowLower, rowUpper } = rowsOf(sums, highs.infinity)
  const { continuous, integer } = highs.constants.variableType
  const held: Held = highs.createModel({
    numCols: variables.length,
    numRows: rowLower.length,
    colCost: variables.map(() => 0),
    colLower: variables.map(() => 0),
    colUpper: variables.map(({ most }) => most),
    rowLower,
    rowUpper,
    matrix,
    integrality: variables.map(({ isWhole }) => (isWhole ? integer : continuous)),
  })
  // Looking for likeness of ports takes longer than it saves on models of this size (measured: 8 to 40 fans).
  // The usual relative gap of 0.0001 would give up a cent in a hundred euros, and the lower goals with it.
  held.options.set({ output_flag: false, mip_rel_gap: 0, mip_abs_gap: 0, mip_detect_symmetry: false })
  const read = (solution: ArrayLike<number>): Values =>
    new Map(
      variables.flatMap(({ name, isWhole }, index): (readonly [string, number])[] => {
        const value = isWhole ? Math.round(solution[index]!) : solution[index]!
        return Math.abs(value) < NEAR_WHOLE ? [] : [[name, value]]
      }),
    )
  return {
    minimise: (goal, limits) => minimise(highs, held, { goal, limits, columns, read }),
    hold: (goal, most) => {
      held.addRow(-highs.infinity, most, {
        indices: goal.map(([name]) => columns.get(name)!),
        values: goal.map(([, factor]) => factor),
      })
    },
    startFrom: (values) => {
      held.setSolution({ colValue: variables.map(({ name }) => values.get(name) ?? 0) })
    },
    close: () => held.dispose(),
  }
}

interface Asked {
  readonly goal: Terms
  readonly limits: Limits
  readonly columns: ReadonlyMap<string, number>
  readonly read: (solution: ArrayLike<number>) => Values
}

function minimise(highs: Highs, held: Held, { goal, limits, columns, read }: Asked): Solved {
  const costs = new Float64Array(columns.size)
  for (const [name, factor] of goal) costs[columns.get(name)!]! += factor
  costs.forEach((cost, index) => held.changeColCost(index, cost))
  held.options.set({ time_limit: limits.seconds })
  held.zeroAllClocks()
  try {
    held.run({
      [highs.constants.callbackType.mipImprovingSolution]({ data }) {
        if (data.mip_solution !== undefined)
          limits.onBetter?.(read(data.mip_solution), data.objective_function_value ?? NaN)
        return undefined
      },
    })
  } catch (error) {
    if (!gaveUp(error)) throw error
    return { values: undefined, value: Infinity, bound: -Infinity, is: 'best so far' }
  }
  const { optimal, infeasible } = highs.constants.modelStatus
  const status = held.getModelStatus()
  if (status === infeasible) return { values: undefined, value: Infinity, bound: Infinity, is: 'impossible' }
  const hasPlan = held.info.get('primal_solution_status') === FEASIBLE
  const value = hasPlan ? held.getObjectiveValue() : Infinity
  const isProven = status === optimal
  return {
    values: hasPlan ? read(held.getSolution().colValue) : undefined,
    value,
    bound: isProven ? value : Number(held.info.get('mip_dual_bound')),
    is: isProven ? 'proven' : 'best so far',
  }
}

/** Once in hundreds of models HiGHS ends with an error of its own; the goal is then not proven, and what is known stays. */
const gaveUp = (error: unknown) => error instanceof Error && 'operation' in error && error.operation === 'run'

/** What HiGHS calls a solution that keeps all rows. */
const FEASIBLE = 2

/** HiGHS in WebAssembly, for the page's worker and for Node. */
export async function openHighs(locateFile?: (name: string) => string): Promise<Solver> {
  const highs = await loadHighs(locateFile === undefined ? {} : { locateFile })
  return { open: (sums) => open(highs, sums), heapBytes: () => highs.memoryBytes }
}
