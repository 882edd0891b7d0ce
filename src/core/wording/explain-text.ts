import type { PortRef } from '../schema/schema-kit'
import type { Rail } from '../parts/connectors'
import { railsOf } from '../parts/mating'
import { RAIL_VOLTS } from '../physics/amps'
import type { Glow } from '../physics/led'
import type { Budget } from '../operate/budgets'
import type { Harness } from '../operate/harness'
import { glowOf } from '../operate/scenario'
import { lightVoltsIn, voltsAt } from '../operate/electric'
import { supplyPath, type Path } from '../structure/wiring/upstream'
import { sameRef } from '../build/refs'
import { hexOf } from '../units/hex'
import { budgetName } from './budget-name'
import { CONTROL_WORDS } from './command-text'
import { sumText } from './sum-text'
import { countOf, listNames } from './text'

const INDENT = '  '

const END_WORDS = {
  source: '',
  loose: ', which is loose',
  nowhere: ', which leads nowhere',
  ring: ', which leads back to itself',
} as const satisfies Record<Path['end'], string>

/** Every limit on the path, nearest first. */
function budgetsOn(harness: Harness, start: PortRef, path: Path, rail: Rail): readonly Budget[] {
  const places = [start, ...path.hops.flatMap(({ from, to }) => [from, to])]
  return [...new Set(places.flatMap((ref) => harness.budgetsAt(ref)))].filter((budget) => budget.rail === rail)
}

function supplyLines(harness: Harness, ref: PortRef, rail: Rail): readonly string[] {
  const { port } = harness.port(ref)
  const path = supplyPath(harness, ref, rail)
  const stops = path.hops.flatMap(({ to }, i) => {
    const next = path.hops[i + 1]?.from
    return next === undefined ? [harness.name(to)] : [harness.name(to), harness.name(next)]
  })
  const title = `${RAIL_VOLTS[rail]} V supply`
  const sums = budgetsOn(harness, ref, path, rail).map(
    (budget) => `${INDENT}${budgetName(harness, budget)}: ${sumText(harness.build, budget)}`,
  )
  if (port.side === 'gives') return sums.length === 0 ? [] : [`${title}: given here`, ...sums]
  if (stops.length === 0) return [`${title}: loose`]
  return [`${title}: ${stops.join(' > ')}${END_WORDS[path.end]}`, ...sums]
}

function speedLines(harness: Harness, ref: PortRef): readonly string[] {
  const command = harness.speed().commands.find(({ at }) => sameRef(at, ref))
  const reading = harness.port(ref).port.side === 'gives' ? harness.tach().readingAt(ref) : undefined
  const by = command?.head === undefined ? '' : ` from ${harness.name(command.head)}`
  const through =
    command === undefined || command.through.length === 0
      ? ''
      : ` through ${listNames(command.through.map((input) => harness.name(input)))}`
  return [
    ...(command === undefined ? [] : [`Command${by}${through}: ${CONTROL_WORDS[command.control]}`]),
    ...(reading === undefined
      ? []
      : [
          `Speed read here: ${reading.reporters.length === 0 ? 'none' : listNames(reading.reporters.map(({ at }) => harness.name(at)))}`,
        ]),
  ]
}

/** `full white`, or a colour as three pairs of hexadecimal digits and a brightness: `ff8000 and 60 % brightness`. */
function glowText(glow: Glow): string {
  const { red, green, blue, brightness } = glow
  const isWhite = red === 1 && green === 1 && blue === 1
  if (isWhite && brightness === 1) return 'full white'
  const colour = isWhite ? 'white' : `colour ${hexOf(glow)}`
  return `${colour} and ${Math.round(brightness * 100)} % brightness`
}

function lightLines(harness: Harness, ref: PortRef): readonly string[] {
  return harness.lights().lines.flatMap(({ source, segments, ledCount }) => {
    const segment = segments.find(({ at }) => sameRef(at, ref))
    if (segment === undefined) return []
    const { light, firstLed, ledCount: own } = segment
    const circuit = harness.circuit(ref, light.rail)
    const volts = circuit === undefined ? undefined : lightVoltsIn(voltsAt(circuit))(segment)
    const unknownCount = circuit?.unknownLeads.length ?? 0
    const missing = unknownCount === 0 ? '' : `, without ${countOf(unknownCount, 'lead')} of unknown length or gauge`
    const place =
      light.control === 'oneColour'
        ? 'one colour for all LEDs'
        : firstLed === undefined || own === undefined
          ? 'LED numbers unknown'
          : `LED ${firstLed + 1} to ${firstLed + own} of ${ledCount}`
    return [
      `Light from ${harness.name(source.ref)}: ${place}`,
      ...(volts === undefined
        ? []
        : [
            `${INDENT}${Math.max(0, volts).toFixed(2)} V at its far end at ${glowText(glowOf(harness.scenario, undefined))}, of ${RAIL_VOLTS[light.rail].toFixed(2)} V at the source${missing}`,
          ]),
    ]
  })
}

/** All that follows for one port, line by line: its path to the supply with every sum, its command, its light. */
export function explainLines(harness: Harness, ref: PortRef): readonly string[] {
  const { port, facts } = harness.port(ref)
  const others = harness.across(ref).map((other) => harness.name(other.ref))
  const plugged = others.length === 0 ? 'nothing plugged in' : `plugged to ${listNames(others)}`
  return [
    `${harness.name(ref)} (${facts.part.name}): ${plugged}`,
    ...railsOf(port).flatMap((rail) => supplyLines(harness, ref, rail)),
    ...speedLines(harness, ref),
    ...lightLines(harness, ref),
  ]
}
