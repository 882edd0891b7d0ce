import { stepsOf } from '../build/apply'
import type { SingleEdit } from '../build/edit-schema'
import { aboutKey, portKey } from '../build/refs'
import type { Harness } from '../operate/harness'
import type { AsBuilt, AsBuiltLead } from '../record/as-built'
import type { MachineState, Measurement } from '../record/machine'
import type { PortRef } from '../schema/schema-kit'
import { asCsv } from '../sheet/csv'
import { pointsText } from '../wording/curve-text'
import { placeWords } from '../wording/step-text'

const COLUMNS = [
  ...['lead', 'part', 'place', 'plannedTo', 'builtTo', 'otherwise', 'mode', 'curve', 'expectedLeastRpm'],
  ...['expectedMostRpm', 'speedRpm', 'currentAmps', 'voltageVolts', 'reason'],
]

function valuesOf(measured: readonly Measurement[]) {
  return Object.assign(
    {},
    ...measured.map(({ what }) => {
      if (what.kind === 'speed') return { speedRpm: what.valueRpm }
      return what.kind === 'current' ? { currentAmps: what.valueAmps } : { voltageVolts: what.valueVolts }
    }),
  ) as object
}

/** The lead that a step plugs or unplugs. */
function leadOf(plan: Harness, step: SingleEdit): PortRef | undefined {
  if (step.type === 'connect') return step.thread.from
  return step.type === 'disconnect' ? plan.threads.find(({ id }) => id === step.threadId)?.from : undefined
}

/** Every lead of a machine as CSV (RFC 4180): planned beside built, what is set, expected beside measured. */
export function asBuiltCsv({ plan, harness, leads, places }: AsBuilt, { differences }: MachineState): string {
  const placeAt = new Map(places.map((place) => [aboutKey(place.at), place]))
  const reasons = new Map(
    differences.flatMap(({ entry: { what } }) =>
      stepsOf(what.edit).flatMap((step) => {
        const from = leadOf(plan, step)
        return from === undefined ? [] : [[portKey(from), what.reason] as const]
      }),
    ),
  )
  const sits = (itemId: string) => (harness.placeOf(itemId) === undefined ? '' : placeWords(harness, itemId))
  const rowOf = ({ ref, setting, ...lead }: AsBuiltLead) => {
    const to = harness.ports.some(({ key }) => key === portKey(ref)) ? harness.across(ref)[0]?.ref : undefined
    const own = [to && placeAt.get(portKey(to)), placeAt.get(portKey(ref)), placeAt.get(ref.itemId)].flatMap(
      (place) => place ?? [],
    )
    const expected = own.find(({ expectedRpm }) => expectedRpm !== undefined)?.expectedRpm
    return {
      lead: lead.leadName,
      part: lead.partName,
      place: harness.items.some(({ id }) => id === ref.itemId) ? sits(ref.itemId) : '',
      plannedTo: lead.plannedTo ?? '',
      builtTo: lead.builtTo ?? '',
      otherwise: lead.isOtherwise ? 'yes' : '',
      mode: setting?.mode ?? '',
      curve: setting?.curve === undefined ? '' : pointsText(setting.curve),
      expectedLeastRpm: expected === undefined ? '' : Math.round(expected.least),
      expectedMostRpm: expected === undefined ? '' : Math.round(expected.most),
      ...valuesOf(own.flatMap(({ measured }) => measured)),
      reason: reasons.get(portKey(ref)) ?? '',
    }
  }
  return asCsv(leads.map(rowOf), COLUMNS)
}
