'use client'

import clsx from 'clsx'
import { useId, useMemo, useState } from 'react'
import { readFigure } from '@/core/parts/line/figure-text'
import { asBuiltOf, isAsExpected, type MeasuredPlace } from '@/core/record/as-built'
import type { What } from '@/core/record/entry-schema'
import { RECORD_LIMITS } from '@/core/record/limits'
import type { Measurement } from '@/core/record/machine'
import { speedText } from '@/core/wording/bench-text'
import { Button } from '@/ui/shared/button'
import { SELECT } from '@/ui/shared/select-class'
import { CELL, PlainTable } from '@/ui/shared/plain-table'
import { FIELD, Field } from '@/ui/shared/field'
import { ItemOptions } from './item-options'
import { useMachine } from './machine-context'

/** What can be measured: its unit, the most that is believed, and how it is written down. */
const QUANTITIES = {
  speed: { name: 'Speed', unit: 'rpm', most: RECORD_LIMITS.speedRpm },
  current: { name: 'Current', unit: 'A', most: RECORD_LIMITS.currentAmps },
  voltage: { name: 'Voltage', unit: 'V', most: RECORD_LIMITS.voltageVolts },
} as const
type Quantity = keyof typeof QUANTITIES
const KINDS = Object.keys(QUANTITIES) as readonly Quantity[]

function whatOf(quantity: Quantity, about: MeasuredPlace['at'], value: number): What {
  switch (quantity) {
    case 'speed':
      return { kind: 'speed', about, valueRpm: value }
    case 'current':
      return { kind: 'current', about, valueAmps: value }
    case 'voltage':
      return { kind: 'voltage', about, valueVolts: value }
    default:
      return quantity satisfies never
  }
}

export const measuredText = ({ what }: Measurement): string => {
  if (what.kind === 'speed') return `${what.valueRpm} rpm`
  return what.kind === 'current' ? `${what.valueAmps} A` : `${what.valueVolts} V`
}

/** The value of a field, or why it cannot be one. */
function valueOf(text: string, quantity: Quantity): number | string | undefined {
  const { unit, most } = QUANTITIES[quantity]
  const read = readFigure(text, unit)
  if (read.state === 'empty') return undefined
  if (read.state === 'fault') return read.message
  if (read.value < 0 || read.value > most)
    return `${read.value} ${unit} cannot be right here: 0 to ${most} ${unit}. Read it again.`
  return read.value
}

/** Takes one value at one place; it says at once what cannot be. */
function ValueField({
  name,
  quantity,
  at,
}: {
  readonly name: string
  readonly quantity: Quantity
  readonly at: MeasuredPlace['at']
}) {
  const { write } = useMachine()
  const [text, setText] = useState('')
  const faultId = useId()
  const value = valueOf(text, quantity)
  const fault = typeof value === 'string' ? value : undefined
  const { unit } = QUANTITIES[quantity]
  const keep = (event: React.FormEvent) => {
    event.preventDefault()
    if (typeof value !== 'number') return
    write(whatOf(quantity, at, value))
    setText('')
  }
  return (
    <form onSubmit={keep}>
      <span className="flex items-center gap-1">
        <input
          aria-label={`${QUANTITIES[quantity].name} at ${name} in ${unit}`}
          inputMode="decimal"
          value={text}
          maxLength={16}
          aria-invalid={fault !== undefined}
          aria-describedby={fault === undefined ? undefined : faultId}
          onChange={(event) => setText(event.target.value)}
          className={clsx(
            'w-20 rounded border bg-linen px-1.5 py-1 text-right',
            fault === undefined ? 'border-seam' : 'border-madder',
          )}
        />
        {unit}
        <Button small type="submit" disabled={typeof value !== 'number'} aria-label={`Keep the ${quantity} at ${name}`}>
          Keep
        </Button>
      </span>
      {fault !== undefined && (
        <span id={faultId} role="alert" className="block max-w-xs text-[13px] text-madder">
          {fault}
        </span>
      )}
    </form>
  )
}

/** Whether what was measured is as it should be, in words and colour. */
function Held({ place }: { readonly place: MeasuredPlace }) {
  const speed = place.measured.find(({ what }) => what.kind === 'speed')?.what
  if (speed?.kind !== 'speed') return null
  const isRight = isAsExpected(speed.valueRpm, place.expectedRpm)
  if (isRight === undefined) return null
  return isRight ? (
    <span className="text-moss">as expected</span>
  ) : (
    <span className="font-semibold text-madder">not as expected</span>
  )
}

function Row({ place }: { readonly place: MeasuredPlace }) {
  return (
    <tr className="border-t border-thread break-inside-avoid">
      <th scope="row" className={`${CELL} font-semibold`}>
        {place.name}
      </th>
      <td className={CELL}>
        {place.expectedRpm === undefined ? <span className="text-faded">unknown</span> : speedText(place.expectedRpm)}
      </td>
      <td className={CELL}>
        {place.measured.map(measuredText).join(', ')} <Held place={place} />
      </td>
      <td className={`${CELL} print:hidden`}>
        <ValueField name={place.name} quantity="speed" at={place.at} />
      </td>
    </tr>
  )
}

/** A value of any sort, at any port or thing of the machine. */
function AnyValue() {
  const { built } = useMachine()
  const [itemId, setItemId] = useState('')
  const [portId, setPortId] = useState('')
  const [quantity, setQuantity] = useState<Quantity>('voltage')
  const item = built.items.find(({ id }) => id === itemId)
  const ports = item === undefined ? [] : built.ports.filter(({ ref }) => ref.itemId === itemId)
  const port = ports.find(({ ref }) => ref.portId === portId)
  const at = port?.ref ?? { itemId }
  return (
    <details className="rounded-lg border border-thread bg-cloth p-3 print:hidden">
      <summary className="cursor-pointer font-semibold">
        Another value, anywhere: amps, volts, or the speed of a thing
      </summary>
      <div className="mt-2 grid gap-3 sm:grid-cols-3">
        <Field label="Thing">
          <select
            value={itemId}
            onChange={(event) => {
              setItemId(event.target.value)
              setPortId('')
            }}
            className={FIELD}
          >
            <option value="">choose …</option>
            <ItemOptions />
          </select>
        </Field>
        <Field label="Where on it">
          <select
            value={portId}
            disabled={item === undefined}
            onChange={(event) => setPortId(event.target.value)}
            className={FIELD}
          >
            <option value="">the thing as a whole</option>
            {ports.map(({ ref, port: { name } }) => (
              <option key={ref.portId} value={ref.portId}>
                {name}
              </option>
            ))}
          </select>
        </Field>
        <Field label="What">
          <select
            value={quantity}
            onChange={(event) => setQuantity(KINDS.find((kind) => kind === event.target.value)!)}
            className={`${SELECT} w-full`}
          >
            {KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {QUANTITIES[kind].name}, {QUANTITIES[kind].unit}
              </option>
            ))}
          </select>
        </Field>
      </div>
      {item !== undefined && (
        <div className="mt-3">
          <ValueField name={port === undefined ? item.mark : built.name(port.ref)} quantity={quantity} at={at} />
        </div>
      )}
    </details>
  )
}

/** What was measured at this machine, beside what its plan makes one expect. */
export function MeasuredView() {
  const { plan, state } = useMachine()
  const { places } = useMemo(() => asBuiltOf(plan, state), [plan, state])
  return (
    <>
      <p className="max-w-prose text-[14px] text-faded">
        Speeds as the firmware shows them some minutes after the start, at rest. A tenth more or less is as expected.
        Measure volts and amps only where you know how, with a fuse in the meter’s lead; a probe that slips shorts two
        contacts.
      </p>
      {places.length === 0 ? (
        <p className="text-faded">No header of this machine shows a speed.</p>
      ) : (
        <PlainTable heads={['where', 'expected', 'measured', 'new speed']}>
          {places.map((place) => (
            <Row key={`${place.at.itemId} ${place.at.portId ?? ''}`} place={place} />
          ))}
        </PlainTable>
      )}
      <AnyValue />
    </>
  )
}
