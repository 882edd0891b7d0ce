'use client'

import { useState } from 'react'
import { Controller, useWatch } from 'react-hook-form'
import { POSITION_WORDS, WIRES } from '@/core/parts/connectors'
import { SMALL_FIELD, type Form } from './form'

interface FieldProps {
  readonly form: Form
  readonly path: string
  readonly label: string
}

function chipClass(isOn: boolean): string {
  return `rounded-full border px-2 py-0.5 text-[13px] ${isOn ? 'border-woad bg-woad-wash font-semibold text-woad' : 'border-thread text-faded hover:border-seam'}`
}

interface ChipsProps extends FieldProps {
  readonly options: readonly (readonly [value: string, words: string])[]
}

/** Several of a few, as switches in a row; their order is that of the options. */
function Chips({ form, path, label, options }: ChipsProps) {
  return (
    <Controller
      control={form.control}
      name={path as never}
      render={({ field }) => {
        const chosen = (field.value as unknown as readonly string[] | undefined) ?? []
        const toggle = (value: string) => {
          const next = options
            .map(([option]) => option)
            .filter((option) => (option === value) !== chosen.includes(option))
          field.onChange(next)
        }
        return (
          <span role="group" aria-label={label} className="inline-flex flex-wrap items-center gap-1">
            <span className="text-[13px] text-faded">{label}</span>
            {options.map(([value, words]) => (
              <button
                key={value}
                type="button"
                aria-pressed={chosen.includes(value)}
                onClick={() => toggle(value)}
                className={chipClass(chosen.includes(value))}
              >
                {words}
              </button>
            ))}
          </span>
        )
      }}
    />
  )
}

const WIRE_OPTIONS = WIRES.map((wire) => [wire, POSITION_WORDS[wire]] as const)

/** The wires that are really there. */
export function WiresField(props: FieldProps & { readonly among?: readonly string[] }) {
  const { among, ...rest } = props
  const options = among === undefined ? WIRE_OPTIONS : WIRE_OPTIONS.filter(([wire]) => among.includes(wire))
  return <Chips {...rest} options={options} />
}

/** One wire. */
export function WireField({ form, path, label }: FieldProps) {
  return <SelectField form={form} path={path} label={label} options={WIRE_OPTIONS} emptyWord="choose" />
}

interface PortsProps extends FieldProps {
  readonly side?: 'takes' | 'gives' | undefined
}

function usePortOptions(form: Form, side: PortsProps['side']): readonly (readonly [string, string])[] {
  const ports = useWatch({ control: form.control, name: 'ports' })
  return ports
    .filter((port) => side === undefined || port.side === side)
    .map((port) => [port.id, port.name === '' ? port.id : port.name])
}

/** Several plugs of the part. */
export function PortsField({ side, ...rest }: PortsProps) {
  const options = usePortOptions(rest.form, side)
  return <Chips {...rest} options={options} />
}

/** One plug of the part. */
export function PortField({ side, ...rest }: PortsProps & { readonly isNeeded: boolean }) {
  const options = usePortOptions(rest.form, side)
  return (
    <SelectField
      form={rest.form}
      path={rest.path}
      label={rest.label}
      options={options}
      emptyWord={rest.isNeeded ? 'choose' : 'none'}
    />
  )
}

interface SelectProps extends ChipsProps {
  readonly emptyWord: string
  /** Said to those who cannot see where it stands, when the label is empty. */
  readonly name?: string
}

/** One of a few, or none. */
export function SelectField({ form, path, label, options, emptyWord, name }: SelectProps) {
  return (
    <Controller
      control={form.control}
      name={path as never}
      render={({ field }) => (
        <label className="inline-flex items-center gap-1 text-[13px]">
          <span className="text-faded">{label}</span>
          <select
            ref={field.ref}
            {...(name === undefined ? {} : { 'aria-label': name })}
            value={(field.value as unknown as string | undefined) ?? ''}
            onChange={(event) => field.onChange(event.target.value === '' ? undefined : event.target.value)}
            className={`max-w-52 ${SMALL_FIELD}`}
          >
            <option value="">{emptyWord}</option>
            {options.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
      )}
    />
  )
}

/** Yes, no, or not said, which is not the same as no. */
export function FlagField({ form, path, label }: FieldProps) {
  return (
    <Controller
      control={form.control}
      name={path as never}
      render={({ field }) => {
        const value = field.value as unknown as boolean | undefined
        return (
          <label className="inline-flex items-center gap-1 text-[13px]">
            <span className="text-faded">{label}</span>
            <select
              ref={field.ref}
              value={value === undefined ? '' : value ? 'yes' : 'no'}
              onChange={(event) => field.onChange(event.target.value === '' ? undefined : event.target.value === 'yes')}
              className={SMALL_FIELD}
            >
              <option value="">not said</option>
              <option value="yes">yes</option>
              <option value="no">no</option>
            </select>
          </label>
        )
      }}
    />
  )
}

/** A name that may be left out. */
export function OptionalName({ form, path, label, placeholder }: FieldProps & { readonly placeholder: string }) {
  return (
    <Controller
      control={form.control}
      name={path as never}
      render={({ field }) => (
        <label className="inline-flex items-center gap-1 text-[13px]">
          <span className="text-faded">{label}</span>
          <input
            ref={field.ref}
            value={(field.value as unknown as string | undefined) ?? ''}
            maxLength={120}
            placeholder={placeholder}
            onChange={({ target }) => field.onChange(target.value === '' ? undefined : target.value)}
            className={`w-28 ${SMALL_FIELD}`}
          />
        </label>
      )}
    />
  )
}

type Models = readonly { readonly name: string; readonly ledCount: number }[]

/** `ring 10, strip 16`: each model by its name, and the LEDs of one unit. */
const modelsText = (models: Models | undefined) =>
  (models ?? []).map(({ name, ledCount }) => `${name} ${ledCount}`).join(', ')

function readModels(text: string): Models {
  return text.split(',').flatMap((entry) => {
    const [, name, count] = /^\s*(.+?)\s+(\d{1,5})\s*$/.exec(entry) ?? []
    return name === undefined || count === undefined || Number(count) < 1 ? [] : [{ name, ledCount: Number(count) }]
  })
}

type Points = readonly { readonly rightShare: number; readonly upShare: number }[]

const pointsText = (points: Points | undefined) =>
  (points ?? []).map(({ rightShare, upShare }) => `${rightShare} ${upShare}`).join(', ')

function readPoints(text: string): Points {
  return text.split(',').flatMap((entry) => {
    const [rightShare, upShare, ...rest] = entry.trim().split(/\s+/).map(Number)
    const isShare = (value: number | undefined) => value !== undefined && value >= 0 && value <= 1
    const isPoint = isShare(rightShare) && isShare(upShare) && rest.length === 0
    return isPoint ? [{ rightShare: rightShare!, upShare: upShare! }] : []
  })
}

interface TypedListProps<T> extends FieldProps {
  readonly hint: { readonly example: string; readonly words: string }
  readonly show: (list: readonly T[] | undefined) => string
  readonly read: (text: string) => readonly T[]
}

/** A list that is typed, with commas between. */
function TypedList<T>({ form, path, label, hint, show, read }: TypedListProps<T>) {
  const list = useWatch({ control: form.control, name: path as never }) as readonly T[] | undefined
  const [text, setText] = useState(show(list))
  return (
    <label className="inline-flex items-center gap-1 text-[13px]">
      <span className="text-faded">{label}</span>
      <input
        value={text}
        maxLength={8000}
        placeholder={hint.example}
        title={hint.words}
        onChange={(event) => {
          setText(event.target.value)
          const found = read(event.target.value)
          form.setValue(path as never, (found.length === 0 ? undefined : found) as never)
        }}
        className={`w-52 ${SMALL_FIELD}`}
      />
    </label>
  )
}

const MODELS_HINT = {
  example: 'ring 10, strip 16',
  words: 'The name of each model and the LEDs of one unit, with commas between',
}
const POINTS_HINT = {
  example: '0.5 0.9, 0.7 0.8',
  words: 'For each LED how far it lies to the right and up, with commas between',
}

/** Models that a box knows. */
export const ModelsField = (field: FieldProps) => (
  <TypedList {...field} hint={MODELS_HINT} show={modelsText} read={readModels} />
)

/** Where each LED sits. */
export const PointsField = (field: FieldProps) => (
  <TypedList {...field} hint={POINTS_HINT} show={pointsText} read={readPoints} />
)
