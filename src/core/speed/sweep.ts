import type { Harness } from '../operate/harness'
import type { Bounds } from '../operate/motor-speed'
import type { HeatSource } from '../operate/scenario'
import type { Asked } from './motors-run'
import { ofMachine, runAt, type SpeedRun } from './run'

/** A machine at one temperature of a row of them. */
export interface Swept {
  readonly temperatureC: number
  readonly run: SpeedRun
  /** What fans bring into all of its cases, and take out; undefined where one of the cases does not say. */
  readonly inM3PerH: Bounds | undefined
  readonly outM3PerH: Bounds | undefined
}

const added = (all: readonly (Bounds | undefined)[]): Bounds | undefined =>
  all.reduce((sum, one) => sum && one && { least: sum.least + one.least, most: sum.most + one.most }, {
    least: 0,
    most: 0,
  })

/**
 * A machine as one heat rises through some temperatures while the others stay as asked; of all machines where none is
 * named. One temperature at each step of the search.
 */
export function* sweep(
  harness: Harness,
  asked: Asked,
  {
    source,
    temperaturesC,
    assemblyId,
  }: {
    readonly source: HeatSource
    readonly temperaturesC: readonly number[]
    readonly assemblyId: string | undefined
  },
): Generator<void, readonly Swept[]> {
  const swept: Swept[] = []
  for (const temperatureC of temperaturesC) {
    const whole = runAt(harness, { ...asked, heat: { ...asked.heat, [source]: temperatureC } })
    const run = assemblyId === undefined ? whole : ofMachine(whole, assemblyId)
    swept.push({
      temperatureC,
      run,
      inM3PerH: added(run.cases.map(({ inM3PerH }) => inM3PerH)),
      outM3PerH: added(run.cases.map(({ outM3PerH }) => outM3PerH)),
    })
    yield
  }
  return swept
}
