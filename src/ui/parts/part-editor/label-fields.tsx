'use client'

import { useWatch } from 'react-hook-form'
import { PASS_WORDS } from '@/core/parts/relation-fields'
import {
  dataSheetFigures,
  labelFigures,
  leadFigures,
  lightFields,
  motorPort,
  pinsOf,
  presetFigures,
  withPins,
  type Pins,
} from '@/core/parts/short/label'
import { outletRows, withOutletAmps, withOutletCount, type OutletRow } from '@/core/parts/short/outlets'
import type { Part, RelationOf } from '@/core/parts/schema'
import { ScreensSection } from './screens-section'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { SelectField } from './choice-fields'
import { FigureField } from './figure-field'
import { changePart, SMALL_FIELD, type Form } from './form'
import { Measures } from './measures'
import { Blank } from './relation-blank'
import { AmpsField, CountField } from './row-parts'

function PinsChoice({ form, part }: { readonly form: Form; readonly part: Part }) {
  const port = motorPort(part)
  if (port === undefined) return null
  return (
    <label className="inline-flex items-center gap-1 text-[13px]">
      <span className="text-faded">plug of</span>
      <select
        value={pinsOf(port)}
        onChange={(event) => changePart(form, (before) => withPins(before, Number(event.target.value) as Pins))}
        className={SMALL_FIELD}
      >
        <option value="4">4 pins: ruled by PWM</option>
        <option value="3">3 pins: ruled by volts</option>
        <option value="2">2 wires: reports no speed</option>
      </select>
    </label>
  )
}

/** Light data is handed on by lights, not by hubs for fans. */
const PASSES = PASS_WORDS.filter(([passes]) => passes !== 'data')

/** What a hub hands on of the board's command. */
function PassesChoice({ form, part }: { readonly form: Form; readonly part: Part }) {
  const isOfFans = (relation: Part['inside'][number]): relation is RelationOf<'repeats'> =>
    relation.type === 'repeats' && relation.signal === 'speed'
  const at = part.inside.findIndex(isOfFans)
  if (at < 0) return null
  return <SelectField form={form} path={`inside.${at}.passes`} label="hands on" options={PASSES} emptyWord="choose" />
}

function Outlets({ form, part, row }: { readonly form: Form; readonly part: Part; readonly row: OutletRow }) {
  const first = part.ports.find(({ id }) => id === row.portIds[0])!
  const change = (next: (part: Part) => Part) => changePart(form, next)
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg border border-thread bg-linen px-2 py-1">
      <ConnectorFace connector={first.connector} wires={first.wires} />
      <strong className="grow">{row.name}</strong>
      <CountField
        label={`Outlets, ${row.name}`}
        count={row.portIds.length}
        onChange={(count) => change((before) => withOutletCount(before, row.family, count))}
      />
      {row.hasAmps && (
        <>
          <AmpsField
            label="each bears"
            amps={row.eachAmps}
            onChange={(amps) => change((before) => withOutletAmps(before, row.family, 'each', amps))}
          />
          <AmpsField
            label="all together"
            amps={row.togetherAmps}
            onChange={(amps) => change((before) => withOutletAmps(before, row.family, 'together', amps))}
          />
        </>
      )}
    </li>
  )
}

/** What is sold with a screen on it. */
const SCREENED: readonly Part['kind'][] = ['cooler', 'fan', 'light', 'controller']

/** A fan, a light, a pump, a splitter, a hub or a box: the figures of its label, and its outlets by their plugs. */
export function LabelFields({ form }: { readonly form: Form }) {
  const part = useWatch({ control: form.control }) as unknown as Part
  const rows = outletRows(part)
  const device = labelFigures(part)
  const figures = device.length > 0 ? device : [...leadFigures(part), ...presetFigures(part)]
  const sheet = dataSheetFigures(part)
  const ofLight = lightFields(part)
  return (
    <section aria-label="Label" className="space-y-3">
      <div className="grid grid-cols-[repeat(auto-fill,minmax(16rem,1fr))] items-center gap-x-4 gap-y-2 rounded-lg border border-thread bg-linen px-3 py-2">
        <PinsChoice form={form} part={part} />
        <PassesChoice form={form} part={part} />
        {figures.map(({ path, ...figure }) => (
          <FigureField key={path.join('.')} form={form} path={path.join('.')} {...figure} />
        ))}
        <div className="col-span-full border-t border-thread pt-2">
          <Measures form={form} kind={part.kind} />
        </div>
        {sheet.length > 0 && (
          <details className="col-span-full border-t border-thread pt-2">
            <summary className="cursor-pointer text-[13px]">
              From its data sheet: air, sound, how slow it can turn
            </summary>
            <span className="mt-2 flex flex-wrap gap-x-4 gap-y-2">
              {sheet.map(({ path, ...figure }) => (
                <FigureField key={path.join('.')} form={form} path={path.join('.')} {...figure} />
              ))}
            </span>
          </details>
        )}
        {ofLight.length > 0 && (
          <details className="col-span-full border-t border-thread pt-2">
            <summary className="cursor-pointer text-[13px]">
              {ofLight[0]!.type === 'light' ? 'How its LEDs sit' : 'Models that its program knows'}
            </summary>
            <span className="mt-2 flex flex-wrap gap-x-4 gap-y-2">
              {ofLight.map(({ index, type, field }) => (
                <Blank
                  key={`${index}.${field.key}`}
                  form={form}
                  path={`inside.${index}.${field.key}`}
                  field={field}
                  type={type}
                />
              ))}
            </span>
          </details>
        )}
      </div>
      {(SCREENED.includes(part.kind) || part.screens !== undefined) && <ScreensSection form={form} />}
      {rows.length > 0 && (
        <>
          <h3 className="font-display font-semibold">Outlets</h3>
          <ul className="space-y-1">
            {rows.map((row) => (
              <Outlets key={row.family} form={form} part={part} row={row} />
            ))}
          </ul>
        </>
      )}
    </section>
  )
}
