import type { Harness } from '../../operate/harness'
import { drivesAt, leastLimit } from '../../structure/wiring/part-facts'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

/** LEDs that the declaration has to cover: where one signal is copied to all groups, the largest of them. */
function neededAt(harness: Harness, placed: PlacedPort) {
  const drives = drivesAt(placed.facts, placed.port.id, 'light')
  const portIds = drives?.together === true ? drives.outlets : [placed.port.id]
  const lines = portIds.map((portId) => harness.lights().lineBelow({ itemId: placed.item.id, portId }))
  return {
    ledCount: Math.max(0, ...lines.map((line) => line.ledCount)),
    unknownCount: lines.reduce((sum, line) => sum + line.unknownCount, 0),
    isIdle: lines.every(({ segments }) => segments.length === 0),
    segments: lines.flatMap(({ segments }) => segments),
  }
}

/** The model that a box is told it drives, against the lights that really hang there. */
export const standInModel = defineRule({
  id: 'stand-in-model',
  group: 'light',
  what: 'The units and model declared to a box cover the LEDs that hang there, and no more.',
  source: 'common practice, no source',
  reads: ['light.addressedLedCount'],
  asksOnly: ['choices.declaredModels'],
  messages: {
    short: {
      severity: 'warning',
      text: '{port} is told {unitCount} × {modelLedCount} = {declaredCount} {declaredCount|LED|LEDs} ({model}), but {ledCount} {ledCount|hangs|hang} there: {darkCount} {darkCount|stays|stay} dark. Declare more units, or a longer model.',
      worse: { unitCount: 'less', modelLedCount: 'less', declaredCount: 'less', ledCount: 'more', darkCount: 'more' },
    },
    tooMany: {
      severity: 'stop',
      text: '{port} is told {unitCount} {unitCount|unit|units} of {model}, but its program lets one declare {limitCount} at most. Choose a longer model, or another outlet.',
    },
    long: {
      severity: 'note',
      text: '{port} is told {unitCount} × {modelLedCount} = {declaredCount} {declaredCount|LED|LEDs} ({model}), {spillCount} more than hang there: effects spill past the end.',
      worse: { unitCount: 'more', modelLedCount: 'more', declaredCount: 'more', spillCount: 'more' },
    },
    mixed: {
      severity: 'note',
      text: '{port} is told {unitCount} × {model} of {modelLedCount} {modelLedCount|LED|LEDs}, but {leads} {leads|begins|begin} in the middle of a unit: effects that go from one device to the next break there. Declare a model of their count, or chain lights that have it.',
      worse: { unitCount: 'neither', modelLedCount: 'neither' },
    },
    unknown: {
      severity: 'unknown',
      text: '{port} is told {declaredCount} {declaredCount|LED|LEDs} ({model}), but at least one of its lights has no known count ({ledCount} {ledCount|is|are} known). Count their LEDs.',
    },
  },
  check: (harness, say) =>
    (harness.build.choices.declaredModels ?? []).map((declared) => {
      const at = [declared.at]
      const { ledCount, unknownCount, isIdle, segments } = neededAt(harness, harness.port(declared.at))
      const declaredCount = declared.unitCount * declared.ledCount
      const params = {
        port: harness.name(declared.at),
        unitCount: declared.unitCount,
        modelLedCount: declared.ledCount,
        declaredCount,
        model: declared.model,
        ledCount,
      }
      const limitCount = leastLimit(harness.port(declared.at).facts, declared.at.portId, 'mostUnitCount')
      if (limitCount !== undefined && exceeds(declared.unitCount, limitCount)) {
        const { port, unitCount, model } = params
        return say.found('tooMany', at, { port, unitCount, model, limitCount })
      }
      // Where nothing listens, such as behind a box whose sync is off, no effect runs past any end.
      if (isIdle) return say.notApplicable()
      if (exceeds(ledCount, declaredCount)) {
        return say.found('short', at, { ...params, darkCount: ledCount - declaredCount })
      }
      if (unknownCount > 0) return say.found('unknown', at, params)
      if (exceeds(declaredCount, ledCount)) {
        return say.found('long', at, { ...params, spillCount: declaredCount - ledCount })
      }
      // Units of one model are what its program counts as devices.
      const astray = segments.filter(({ firstLed }) => firstLed !== undefined && firstLed % declared.ledCount > 0)
      if (astray.length > 0) {
        const { port, unitCount, modelLedCount, model } = params
        const leads = [...new Set(astray.map(({ at: ref }) => harness.name(ref)))]
        return say.found('mixed', at, { port, unitCount, modelLedCount, model, leads })
      }
      return say.holds()
    }),
  mends: () => [],
})
