import type { PortRef } from '../schema/schema-kit'
import { hangingOn } from '../structure/wiring/below'
import type { Budget } from '../operate/budgets'
import type { Harness } from '../operate/harness'
import { lightVoltsIn, voltsAt } from '../operate/electric'
import type { Line, PlacedLight } from '../structure/signal/lights'
import { occupancyOf } from '../structure/wiring/occupancy'
import { supplyPath } from '../structure/wiring/upstream'
import { FAMILIES } from '../parts/connectors'
import { railsOf } from '../parts/mating'
import { dutyOfCurve } from '../physics/curve'
import { subjectOf } from '../rules/engine/subject'
import { explainLines } from '../wording/explain-text'
import type { Explanation, Figures } from './figures-schema'

/** Temperatures at which a curve is told, in °C. */
const FROM_C = 20
const TO_C = 100
const STEP_C = 10

const known = (value: number | undefined): number | null => value ?? null

function budgetFigures(harness: Harness, budget: Budget): Figures['budgets'][number] {
  const { id, at, rail, rails, knownAmps, mostAmps, unknownCount, limit, limitFrom, wattsPerAmp } = budget
  const surge = harness.surgeOf(budget)
  return {
    id,
    subject: subjectOf(harness, budget),
    at,
    rail,
    rails,
    terms: budget.terms.map((term) => ({
      at: term.at,
      mark: harness.port(term.at).item.mark,
      consumerId: term.consumerId,
      amps: known(term.amps),
      isAssumed: term.isWeak,
      ...(term.sharedByCount === undefined ? {} : { sharedByCount: term.sharedByCount }),
    })),
    knownAmps,
    mostAmps,
    unknownCount,
    limitAmps: known(limit?.value),
    limitFrom,
    ...(wattsPerAmp === undefined || limit === undefined ? {} : { limitWatts: limit.value * wattsPerAmp }),
    headroomPercent: budget.headroomPercent,
    boundAmps: known(budget.boundAmps),
    state: budget.state,
    peakAmps: known(surge?.peakAmps),
    mostPeakAmps: known(surge?.mostAmps),
  }
}

/** Volts of each light of a line by the whole network that feeds it; unknown where a draw or a source is missing. */
function voltsOn(harness: Harness, { segments }: Line): (light: PlacedLight) => number | undefined {
  const [first] = segments
  const circuit = first === undefined ? undefined : harness.circuit(first.at, first.light.rail)
  if (circuit === undefined || circuit.sources.length === 0 || circuit.unknownLeads.length > 0) return () => undefined
  return lightVoltsIn(voltsAt(circuit))
}

function lineFigures(harness: Harness, line: Line): Figures['lights'][number] {
  const volts = voltsOn(harness, line)
  const lit = line.segments.map(({ light }) => (light.litLedCount ?? light.addressedLedCount)?.value ?? 0)
  return {
    source: line.source.ref,
    subject: harness.name(line.source.ref),
    ledCount: line.ledCount,
    unknownCount: line.unknownCount,
    litLedCount: lit.reduce((sum, count) => sum + count, 0),
    segments: line.segments.map((segment) => ({
      at: segment.at,
      mark: segment.placed.item.mark,
      zone: segment.light.zone,
      firstLed: known(segment.firstLed),
      addressedLedCount: known(segment.light.addressedLedCount?.value),
      litLedCount: known(segment.light.litLedCount?.value),
      isMirrored: line.mirrored.includes(segment),
      volts: known(volts(segment)),
    })),
  }
}

/** Places of each kind of plug: how many there are, how many are used, and how many needed leads still want one. */
function placeFigures(harness: Harness): Figures['places'] {
  return FAMILIES.flatMap((family) => {
    const ports = harness.ports.filter(({ port }) => port.connector.family === family)
    const givers = ports.filter(({ port }) => port.side === 'gives').map(({ ref }) => occupancyOf(harness, ref))
    const wanting = ports.filter(
      ({ ref, port }) =>
        port.side === 'takes' &&
        port.need === 'required' &&
        harness.threadsAt(ref).length === 0 &&
        harness.choices.parkedReasonAt(ref) === undefined,
    )
    if (ports.length === 0) return []
    const sum = (list: readonly number[]) => list.reduce((total, count) => total + count, 0)
    return [
      {
        family,
        placeCount: sum(givers.map(({ placeCount }) => placeCount)),
        usedCount: sum(givers.map(({ placeCount, coveredCount }) => Math.min(placeCount, coveredCount))),
        wantedCount: wanting.length,
      },
    ]
  })
}

function deviceFigures(harness: Harness): Figures['devices'] {
  return harness.ports.flatMap(({ ref, port }) => {
    const devices = port.side === 'gives' ? hangingOn(harness, ref) : []
    if (devices.length === 0) return []
    return [
      {
        subject: harness.name(ref),
        at: [ref],
        motorCount: devices.filter(({ hasMotor }) => hasMotor).length,
        lightCount: devices.filter(({ hasLight }) => hasLight).length,
        deviceCount: devices.length,
      },
    ]
  })
}

function limitFigures(harness: Harness): Figures['deviceLimits'] {
  return harness.deviceCounts().map(({ at, limit, devices, mostCount }) => ({
    subject: limit.name ?? at.map((ref) => harness.name(ref)).join(', '),
    at,
    ...(limit.variant === undefined ? {} : { variant: limit.variant }),
    ...(limit.service === undefined ? {} : { service: limit.service }),
    deviceCount: devices.length,
    limitCount: mostCount,
  }))
}

function usbFigures(harness: Harness): Figures['usb'] {
  return harness.usb().ports.map(({ placed, knownMilliamps, mostMilliamps, unknownCount }) => {
    const { placeCount, coveredCount } = occupancyOf(harness, placed.ref)
    const subject = harness.name(placed.ref)
    const sums = { knownMilliamps, mostMilliamps, unknownCount }
    return { at: placed.ref, subject, ...sums, laneCount: placeCount, usedLaneCount: coveredCount }
  })
}

const heats = Array.from({ length: (TO_C - FROM_C) / STEP_C + 1 }, (_, step) => FROM_C + step * STEP_C)

/** Every figure that the check of a sound build rests on, as plain data. */
export function figuresOf(harness: Harness): Figures {
  const { build } = harness
  return {
    format: 'gentle-loom-figures',
    version: 1,
    build: { id: build.id, name: build.name, revision: build.revision },
    budgets: harness.budgets.map((budget) => budgetFigures(harness, budget)),
    devices: deviceFigures(harness),
    deviceLimits: limitFigures(harness),
    lights: harness.lights().lines.map((line) => lineFigures(harness, line)),
    places: placeFigures(harness),
    usb: usbFigures(harness),
    reach: harness.runs().map(({ lead, to, leadMm, leastMm, reach: verdict }) => ({
      lead: lead.ref,
      to: to.ref,
      leadMm: known(leadMm),
      wayMm: known(leastMm),
      spareMm: known(leadMm === undefined || leastMm === undefined ? undefined : leadMm - leastMm),
      verdict,
    })),
    curves: harness.choices.curves.map((curve) => ({
      at: curve.at,
      subject: harness.name(curve.at),
      values: heats.map((temperatureC) => ({ temperatureC, dutyPercent: dutyOfCurve(curve, temperatureC) })),
    })),
  }
}

/** The way of one port to its supply on each rail, with every sum on it, and the sentences of the command. */
export function explanationOf(harness: Harness, at: PortRef): Explanation {
  return {
    format: 'gentle-loom-explain',
    version: 1,
    at,
    subject: harness.name(at),
    lines: explainLines(harness, at),
    ways: railsOf(harness.port(at).port).map((rail) => {
      const { hops: stretches, end } = supplyPath(harness, at, rail)
      const ports = [at, ...stretches.flatMap(({ from, to }) => [from, to])]
      const budgets = [...new Set(ports.flatMap((ref) => harness.budgetsAt(ref)))]
      return { rail, end, ports, budgets: budgets.map((budget) => budgetFigures(harness, budget)) }
    }),
  }
}
