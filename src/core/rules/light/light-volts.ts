import { leastVoltsOf, lightVoltsIn, voltsAt } from '../../operate/electric'
import { isWeak } from '../../schema/weak'
import type { Harness } from '../../operate/harness'
import type { Line, PlacedLight } from '../../structure/signal/lights'
import type { Rail } from '../../parts/connectors'
import { RAIL_VOLTS, SUPPLY_TOLERANCE_SHARE } from '../../physics/amps'
import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

interface Ends {
  readonly line: Line
  readonly rail: Rail
  readonly voltsOf: (light: PlacedLight) => number | undefined
  readonly isOpen: boolean
  readonly isAssumed: boolean
}

function endsOf(harness: Harness, line: Line): Ends | undefined {
  const rail = line.segments[0]!.light.rail
  const source = line.segments[0]!.at
  const circuit = harness.circuit(source, rail)
  if (circuit === undefined || circuit.sources.length === 0) return undefined
  const lit = line.segments.map(({ light }) => light)
  return {
    line,
    rail,
    voltsOf: lightVoltsIn(voltsAt(circuit)),
    isOpen: circuit.unknownLeads.length > 0 || circuit.taps.some(({ amps }) => amps === undefined),
    isAssumed: circuit.hasFallback || lit.some(({ leastVolts }) => leastVolts === undefined || isWeak(leastVolts)),
  }
}

/** The segment that misses its least volts by most, or has the least to spare. */
function worstOf({ line, voltsOf }: Ends) {
  const judged = line.segments.flatMap((segment) => {
    const volts = voltsOf(segment)
    return volts === undefined ? [] : [{ segment, volts, leastVolts: leastVoltsOf(segment.light) }]
  })
  return judged.toSorted((a, b) => a.volts - a.leastVolts - (b.volts - b.leastVolts))[0]
}

type Worst = NonNullable<ReturnType<typeof worstOf>>

/** With the supply 5 % low: the currents do not change with the source, so every volt it lacks is lacking at the end. */
const lowVoltsOf = ({ segment, volts }: Worst): number =>
  Math.max(0, volts - RAIL_VOLTS[segment.light.rail] * SUPPLY_TOLERANCE_SHARE)

/** Volts at the last LED of every chain, by the whole network: copper both ways, contacts and tracks included. */
export const lightVolts = defineRule({
  id: 'light-volts',
  group: 'light',
  // What is open, or loose, is told once for the whole build.
  looksOver: 'build',
  what: 'The last LED of every chain and splitter tree gets the volts it needs, at full white and full brightness.',
  source:
    'ASTM B258 and IEC 60028 for the copper; 4.5 V at least where a part says nothing: common practice, no source',
  reads: ['lead.lengthMm', 'lead.gaugeAwg', 'light.whiteMilliampsPerLed', 'light.litLedCount'],
  messages: {
    low: {
      severity: 'warning',
      text: '{lead} gets {endVolts} at its far end, less than its {leastVolts}; {lowVolts} when the supply stands 5 % low. Feed it from nearer, with thicker wire, or from both ends.',
      worse: { endVolts: 'less', leastVolts: 'more', lowVolts: 'less' },
    },
    weak: {
      severity: 'note',
      text: '{lead} gets {endVolts} at its far end, and {lowVolts} when the supply stands 5 % low: less than its {leastVolts}. White may turn yellow there then. Feed it from nearer, or with thicker wire.',
      worse: { endVolts: 'less', leastVolts: 'more', lowVolts: 'less' },
    },
    wouldHold: {
      severity: 'unknown',
      consequence: 'wouldHold',
      text: 'The volts at the far end would hold if contacts have 20 mΩ and what the {leads|light leaves|lights leave} unsaid (least volts, track) is as usual: {leads}. The lowest is {endVolts} at {lead}, {lowVolts} when the supply stands 5 % low.',
    },
    open: {
      severity: 'unknown',
      text: 'The volts at the far end are open for {leads}: a length, a gauge or a draw on the way is missing. Measure the {leads|lead|leads}, read the {leads|label|labels}.',
    },
  },
  check: (harness, say) => {
    const all = harness.lights().lines.flatMap((line) => endsOf(harness, line) ?? [])
    const judged = all.map((ends) => ({ ends, worst: worstOf(ends) }))
    const isLow = ({ worst }: (typeof judged)[number]) => worst !== undefined && exceeds(worst.leastVolts, worst.volts)
    const low = judged.filter(isLow)
    const rest = judged.filter((entry) => !isLow(entry))
    const open = rest.filter(({ ends, worst }) => ends.isOpen || worst === undefined)
    const assumed = rest.filter(({ ends, worst }) => !ends.isOpen && worst !== undefined && ends.isAssumed)
    const certain = rest.filter(({ ends, worst }) => !ends.isOpen && worst !== undefined && !ends.isAssumed)
    const refs = (entries: typeof judged) => entries.flatMap(({ ends }) => ends.line.segments.map(({ at }) => at))
    const names = (entries: typeof judged) => refs(entries).map((ref) => harness.name(ref))
    const told = (worst: Worst) => ({
      lead: harness.name(worst.segment.at),
      // Below nothing there is nothing: a light that starves draws less than it would like.
      endVolts: Math.max(0, worst.volts),
      leastVolts: worst.leastVolts,
      lowVolts: lowVoltsOf(worst),
    })
    const lowest = assumed.toSorted((a, b) => a.worst!.volts - b.worst!.volts)[0]?.worst
    return [
      ...certain.map(({ ends, worst }) =>
        exceeds(worst!.leastVolts, lowVoltsOf(worst!))
          ? say.found('weak', [worst!.segment.at, ends.line.source.ref], told(worst!))
          : say.holds(),
      ),
      ...low.map(({ ends, worst }) => say.found('low', [worst!.segment.at, ends.line.source.ref], told(worst!))),
      ...(lowest === undefined
        ? []
        : [
            say.found('wouldHold', refs(assumed), {
              leads: names(assumed),
              endVolts: lowest.volts,
              lead: harness.name(lowest.segment.at),
              lowVolts: lowVoltsOf(lowest),
            }),
          ]),
      ...(open.length === 0 ? [] : [say.found('open', refs(open), { leads: names(open) })]),
    ]
  },
  mends: () => [],
})
