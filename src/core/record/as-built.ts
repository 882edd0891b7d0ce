import { expectedOf } from '../bench/expected'
import { machinesOf } from '../bench/simulate'
import { aboutKey, nameOfAbout, portKey, sameRef } from '../build/refs'
import { derive, type Harness } from '../operate/harness'
import type { Bounds } from '../operate/motor-speed'
import type { PortRef } from '../schema/schema-kit'
import { leadRows } from '../sheet/lead-rows'
import { headSettings, type HeadSetting } from '../sheet/settings'
import type { MachineState, Measurement } from './machine'

/** One lead of a machine, as planned beside as built. */
export interface AsBuiltLead {
  readonly ref: PortRef
  readonly leadName: string
  readonly partName: string
  /** Undefined where it is loose, or where the plan has no such lead. */
  readonly plannedTo: string | undefined
  readonly builtTo: string | undefined
  readonly isOtherwise: boolean
  /** What is set at the header or outlet that it goes to. */
  readonly setting: HeadSetting | undefined
}

/** A place that a value was measured at, or is expected at. */
export interface MeasuredPlace {
  readonly at: { readonly itemId: string; readonly portId?: string }
  readonly name: string
  /** What its header should show at rest, in rpm; undefined where nothing is to be read there, or nobody knows. */
  readonly expectedRpm: Bounds | undefined
  readonly measured: readonly Measurement[]
}

export interface AsBuilt {
  readonly plan: Harness
  /** The machine as it is. */
  readonly harness: Harness
  readonly leads: readonly AsBuiltLead[]
  readonly places: readonly MeasuredPlace[]
}

/** A speed that is read sways by a tenth (common practice, no source). */
const SWAY_SHARE = 0.1

/** Whether a speed that was measured is as expected; undefined where nothing is expected. */
export function isAsExpected(rpm: number, expected: Bounds | undefined): boolean | undefined {
  if (expected === undefined) return undefined
  return rpm >= expected.least * (1 - SWAY_SHARE) && rpm <= expected.most * (1 + SWAY_SHARE)
}

/** Whether a lead goes to the same port in both, or in both to none. */
const isSamePlace = (a: PortRef | undefined, b: PortRef | undefined) =>
  a === undefined || b === undefined ? a === b : sameRef(a, b)

function leadsOf(plan: Harness, built: Harness): readonly AsBuiltLead[] {
  const settings = headSettings(built)
  const planned = new Map(leadRows(plan, []).map((row) => [row.key, row]))
  const rows = leadRows(built, [])
  const gone = [...planned.values()].filter(({ key }) => !rows.some((row) => row.key === key))
  return [
    ...rows.map((row): AsBuiltLead => {
      const before = planned.get(row.key)
      return {
        ref: row.ref,
        leadName: row.leadName,
        partName: row.partName,
        plannedTo: before?.toName,
        builtTo: row.toName,
        isOtherwise: before === undefined || !isSamePlace(before.to, row.to) || before.partName !== row.partName,
        setting: row.to && settings.find(({ at }) => sameRef(at, row.to!)),
      }
    }),
    ...gone.map(({ ref, leadName, partName, toName }): AsBuiltLead => ({
      ref,
      leadName,
      partName,
      plannedTo: toName,
      builtTo: undefined,
      isOtherwise: true,
      setting: undefined,
    })),
  ]
}

/** Where speeds are to be read on the machine as it is, and wherever else something was measured. */
function placesOf(built: Harness, measured: readonly Measurement[]): readonly MeasuredPlace[] {
  const places = new Map<string, MeasuredPlace>()
  for (const rehearsal of machinesOf(built)) {
    for (const { sight, is, rpm, isUsed } of expectedOf(rehearsal)) {
      if (sight.kind !== 'reading' || !isUsed) continue
      const expectedRpm = is === 'nothing' ? { least: 0, most: 0 } : rpm
      places.set(portKey(sight.at), { at: sight.at, name: built.name(sight.at), expectedRpm, measured: [] })
    }
  }
  for (const entry of measured) {
    const { about } = entry.what
    const key = aboutKey(about)
    const held = places.get(key) ?? {
      at: about,
      name: nameOfAbout(built.build, about),
      expectedRpm: undefined,
      measured: [],
    }
    places.set(key, { ...held, measured: [...held.measured, entry] })
  }
  return [...places.values()]
}

/** A machine as it is beside its plan: every lead with both ends, what is set for it, and measured beside expected. */
export function asBuiltOf(plan: Harness, { asBuilt, measured }: Pick<MachineState, 'asBuilt' | 'measured'>): AsBuilt {
  const harness = asBuilt === plan.build ? plan : derive(asBuilt)
  return { plan, harness, leads: leadsOf(plan, harness), places: placesOf(harness, measured) }
}
