import type { LineUnit, Token } from './lex'
import { priceOf } from './price'
import { rangeFault } from './ranges'
import { fault, put, putInRange, type State } from './state'

const FAN_SIZES_MM = [40, 50, 60, 70, 80, 92, 100, 120, 140, 160, 180, 200, 220, 230]
/** 4.7 inches are 119.4 mm, and mean 120. */
const MOST_ROUNDING_MM = 1
const PIN_COUNTS = [2, 3, 4]

/** Whether amps and watts said here are those of the lights. */
const isLit = ({ draft, isOfLight }: State) => draft.thing === 'strip' || (draft.thing === 'fan' && isOfLight)

function readAmps(state: State, token: Token, amps: number): void {
  if (state.waiting === 'start') {
    state.waiting = undefined
    return putInRange(state, token, { slot: 'startAmps', range: 'amps', value: amps })
  }
  // The first amps of a fan are its motor's, even right behind its lights: `fan argb 0.3A`.
  const first = state.draft.thing === 'fan' && state.draft.amps === undefined && state.draft.watts === undefined
  putInRange(state, token, { slot: isLit(state) && !first ? 'lightAmps' : 'amps', range: 'amps', value: amps })
}

/** The frame size that a length in mm stands for, inches rounded as they are; undefined for any other length. */
const frameSizeOf = (mm: number) => FAN_SIZES_MM.find((sizeMm) => Math.abs(sizeMm - mm) <= MOST_ROUNDING_MM)

function readLength(state: State, token: Token, mm: number): void {
  const sizeMm = state.draft.thing === 'fan' && state.draft.sizeMm === undefined ? frameSizeOf(mm) : undefined
  if (sizeMm !== undefined && state.waiting !== 'length' && state.waiting !== 'row')
    return putInRange(state, token, { slot: 'sizeMm', range: 'sizeMm', value: sizeMm })
  const slot = state.waiting === 'row' ? 'rowMm' : 'lengthMm'
  state.waiting = undefined
  putInRange(state, token, { slot, range: 'lengthMm', value: mm })
}

type FigureToken = Extract<Token, { readonly sort: 'figure' }>

/** What a figure says, by its unit. */
export const READERS: Readonly<Record<LineUnit, (state: State, token: FigureToken) => void>> = {
  A: (state, token) => readAmps(state, token, token.value),
  mA: (state, token) => readAmps(state, token, token.value / 1000),
  mAPerLed: (state, token) =>
    putInRange(state, token, { slot: 'milliampsPerLed', range: 'milliampsPerLed', value: token.value }),
  W: (state, token) => {
    const first = state.draft.thing === 'fan' && state.draft.amps === undefined && state.draft.watts === undefined
    putInRange(state, token, {
      slot: isLit(state) && !first ? 'lightWatts' : 'watts',
      range: 'watts',
      value: token.value,
    })
  },
  V: (state, token) => {
    if (token.value !== 5 && token.value !== 12) {
      return fault(
        state,
        token,
        `${token.value} V is no voltage of fans and lights in a case: 12 V or 5 V. Read the label again.`,
      )
    }
    if (state.draft.thing === 'fan' && !state.isOfLight && token.value === 12) {
      state.spans.push({ from: token.from, to: token.to, meaning: 'motor at 12 V' })
      return
    }
    put(state, token, { slot: 'volts', value: token.value, meaning: `${token.value} V` })
  },
  mm: (state, token) => readLength(state, token, Number(token.value.toFixed(1))),
  AWG: (state, token) => putInRange(state, token, { slot: 'gaugeAwg', range: 'gaugeAwg', value: token.value }),
  rpm: (state, token) => {
    putInRange(state, token, { slot: 'mostRpm', range: 'rpm', value: token.most })
    if (token.most !== token.value) {
      const wrong = rangeFault('rpm', token.value)
      if (wrong === undefined) state.draft.leastRpm = token.value
      else fault(state, token, wrong)
    }
  },
  LED: (state, token) => {
    state.isOfLight = true
    putInRange(state, token, { slot: 'ledCount', range: 'ledCount', value: token.value })
  },
  LEDPerM: (state, token) => {
    state.isOfLight = true
    state.perMetre = { count: token.value, token }
  },
  lit: (state, token) => putInRange(state, token, { slot: 'litLedCount', range: 'ledCount', value: token.value }),
  pin: (state, token) => {
    if (!PIN_COUNTS.includes(token.value)) {
      return fault(
        state,
        token,
        `${token.value} pins fit no plug that one line can tell: 2, 3 or 4. Find the plug by eye, or write the part out.`,
      )
    }
    // The pins of a fan's light plug say no more than `argb` does.
    if (state.draft.thing === 'fan' && state.isOfLight) {
      state.spans.push({ from: token.from, to: token.to, meaning: 'pins of the light plug' })
      return
    }
    put(state, token, { slot: 'pinCount', value: token.value, meaning: `${token.value} pins` })
  },
  outlet: (state, token) => putInRange(state, token, { slot: 'outletCount', range: 'outletCount', value: token.value }),
  dBA: (state, token) => put(state, token, { slot: 'noiseDba', value: token.value, meaning: `${token.value} dB(A)` }),
  'm3/h': (state, token) => {
    const flow = Number(token.value.toFixed(1))
    put(state, token, { slot: 'flowM3PerH', value: flow, meaning: `${flow} m³/h` })
  },
  Pa: (state, token) =>
    putInRange(state, token, {
      slot: 'mostPressurePa',
      range: 'pressurePa',
      value: Number(token.value.toFixed(2)),
    }),
  blade: (state, token) => putInRange(state, token, { slot: 'bladeCount', range: 'bladeCount', value: token.value }),
  '%': (state, token) => {
    const { waiting } = state
    state.waiting = undefined
    if (waiting !== 'start' && waiting !== 'least') {
      return fault(
        state,
        token,
        `“${token.text}” of what? Write “starts at ${token.value} %” or “least ${token.value} %”.`,
      )
    }
    const slot = waiting === 'start' ? 'startDutyPercent' : 'leastDutyPercent'
    putInRange(state, token, { slot, range: 'dutyPercent', value: token.value })
  },
  money: (state, token) => {
    const { priceCents, currency, meaning } = priceOf(token)
    state.draft.currency = currency
    put(state, token, { slot: 'priceCents', value: priceCents, meaning })
  },
}

/** A number without a unit: a count before the thing, a size, or what a qualifier waits for. */
export function readNumber(state: State, token: Extract<Token, { readonly sort: 'number' }>): void {
  const { draft, waiting } = state
  if (token.isTimes) return putInRange(state, token, { slot: 'count', range: 'count', value: token.value })
  if (waiting === 'length' || waiting === 'row') return readLength(state, token, token.value)
  if (waiting === 'start') return readAmps(state, token, token.value)
  if ((draft.thing ?? 'fan') === 'fan' && FAN_SIZES_MM.includes(token.value)) {
    return putInRange(state, token, { slot: 'sizeMm', range: 'sizeMm', value: token.value })
  }
  if (!state.hasThing && draft.count === undefined)
    return putInRange(state, token, { slot: 'count', range: 'count', value: token.value })
  fault(state, token, `“${token.text}” has no unit: write mm, A, W, LEDs, pins or rpm behind it.`)
}

/** LEDs on each metre and the length of a ribbon make its LED count; how long its lead is, nobody has said then. */
export function settlePerMetre(state: State): void {
  const { perMetre, draft, places } = state
  if (perMetre === undefined) return
  const { count, token } = perMetre
  const { lengthMm } = draft
  if (lengthMm === undefined) {
    return fault(state, token, `Say how long it is, too: “${count} LEDs/m 0.5 m”.`)
  }
  delete draft.lengthMm
  places.delete('lengthMm')
  draft.ledShape = 'line'
  draft.rowMm = lengthMm
  const ledCount = Math.round((count * lengthMm) / 1000)
  const wrong = rangeFault('ledCount', ledCount)
  if (wrong !== undefined) return fault(state, token, wrong)
  put(state, token, { slot: 'ledCount', value: ledCount, meaning: `${count} LEDs a metre: ${ledCount} LEDs` })
}
