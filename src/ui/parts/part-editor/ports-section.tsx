'use client'

import { CircleHelp, CopyPlus, Plus, X } from 'lucide-react'
import { useFieldArray, useWatch } from 'react-hook-form'
import { FAMILIES, FAMILY_FACTS, SUPPLY_FAMILIES, type Family, type Wire } from '@/core/parts/connectors'
import { RELATION_FORMS } from '@/core/parts/relation-fields'
import { removePort } from '@/core/parts/remove-port'
import { freeId, nextName } from '@/core/parts/short/copy-port'
import type { Part, Port } from '@/core/parts/schema'
import { listNames } from '@/core/wording/text'
import { notify } from '@/ui/shared/notices'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { Button } from '@/ui/shared/button'
import { useFinder } from '../finder/finder-state'
import { SelectField, WiresField } from './choice-fields'
import { FigureField } from './figure-field'
import { FIELD, SMALL_FIELD, type Form, type PartForm } from './form'

type PortForm = PartForm['ports'][number]

/** Contacts as they are on most pieces: a device's lead has sockets, a header pins; with supply plugs it is the other way. */
function usualEnd(family: Family, side: Port['side']): 'pins' | 'sockets' {
  return SUPPLY_FAMILIES.includes(family) === (side === 'takes') ? 'pins' : 'sockets'
}

/** The wires that a plug of this family can hold. */
function wiresOf(family: Family): readonly Wire[] | undefined {
  const { positions } = FAMILY_FACTS[family]
  if (positions.length === 0) return undefined
  return [...new Set(positions)].filter((position): position is Wire => position !== 'blank' && position !== 'unused')
}

function plugOf(family: Family, side: Port['side']): Pick<PortForm, 'connector' | 'wires'> {
  return { connector: { family, end: usualEnd(family, side) }, wires: [...(wiresOf(family) ?? [])] }
}

const SIDES = [
  ['takes', 'takes'],
  ['gives', 'gives'],
] as const
const NEEDS = [
  ['required', 'must be plugged'],
  ['optional', 'may stay loose'],
  ['onward', 'for the next device'],
] as const
const ROLES = [
  ['cpu', 'CPU header'],
  ['cpuOptional', 'optional CPU header'],
  ['pump', 'pump header'],
  ['case', 'case header'],
] as const

interface RowProps {
  readonly form: Form
  readonly index: number
  readonly onRemove: () => void
}

function LeadOf({ form, index }: Omit<RowProps, 'onRemove'>) {
  const leads = useWatch({ control: form.control, name: 'leads' }) ?? []
  const lead = useWatch({ control: form.control, name: `ports.${index}.lead` })
  const ports = useWatch({ control: form.control, name: 'ports' })
  const nameOf = (leadId: string) => {
    const others = ports.filter((port, at) => at !== index && port.lead?.leadId === leadId).map((port) => port.name)
    return others.length === 0 ? 'a lead of its own' : `the lead of ${others.join(', ')}`
  }
  const choose = (value: string) => {
    if (value === '') return form.setValue(`ports.${index}.lead`, undefined as never)
    if (value !== '+') return form.setValue(`ports.${index}.lead`, { leadId: value } as never)
    const id = freeId('lead', leads)
    form.setValue('leads', [...leads, { id }] as never)
    form.setValue(`ports.${index}.lead`, { leadId: id } as never)
  }
  const at = leads.findIndex(({ id }) => id === lead?.leadId)
  return (
    <>
      <label className="inline-flex items-center gap-1 text-[13px]">
        <span className="text-faded">hangs on</span>
        <select
          value={lead?.leadId ?? ''}
          onChange={(event) => choose(event.target.value)}
          className={`max-w-44 ${SMALL_FIELD}`}
        >
          <option value="">nothing: a header</option>
          {leads.map(({ id }) => (
            <option key={id} value={id}>
              {nameOf(id)}
            </option>
          ))}
          <option value="+">a new lead</option>
        </select>
      </label>
      {at >= 0 && (
        <>
          <FigureField form={form} path={`leads.${at}.lengthMm`} label="long" unit="mm" range="lengthMm" />
          <FigureField form={form} path={`leads.${at}.gaugeAwg`} label="wire" unit="AWG" range="gaugeAwg" />
        </>
      )}
    </>
  )
}

function PortRow({ form, index, onRemove }: RowProps) {
  const port = useWatch({ control: form.control, name: `ports.${index}` })
  const { connector, wires, side } = port
  const setPlug = (plug: Pick<PortForm, 'connector' | 'wires'>) => {
    form.setValue(`ports.${index}.connector`, plug.connector as never)
    form.setValue(`ports.${index}.wires`, plug.wires as never)
  }
  const isHeader =
    side === 'gives' && (connector.family === 'fan-4pin' || connector.family === 'fan-3pin') && port.lead === undefined
  const isLink = connector.family === 'maker-link' || connector.family === 'modular-supply'
  return (
    <li className="rounded-lg border border-thread bg-linen px-3 py-2">
      <div className="flex flex-wrap items-center gap-2">
        <ConnectorFace connector={connector as Port['connector']} wires={wires as readonly Wire[]} />
        <input
          {...form.register(`ports.${index}.name`)}
          maxLength={120}
          aria-label={`Name of plug ${index + 1}`}
          placeholder="name, as printed"
          className={`w-36 font-semibold ${FIELD}`}
        />
        <label className="inline-flex items-center gap-1">
          <span className="sr-only">Plug of {port.name}</span>
          <select
            value={connector.family}
            onChange={(event) => setPlug(plugOf(event.target.value as Family, side))}
            className={`max-w-52 ${FIELD}`}
          >
            {FAMILIES.map((family) => (
              <option key={family} value={family}>
                {FAMILY_FACTS[family].name}
              </option>
            ))}
          </select>
        </label>
        <Button
          tone="quiet"
          small
          aria-label={`Which plug is ${port.name}?`}
          title="Which plug is this?"
          onClick={() =>
            useFinder.setState({
              job: {
                onFound: (plug) => setPlug({ connector: { ...plug.connector }, wires: [...plug.wires] }),
                onOther: () =>
                  setPlug({
                    connector: { family: 'other', end: 'sockets', label: `plug of ${port.name}` },
                    wires: ['gnd'],
                  }),
              },
            })
          }
        >
          <CircleHelp size={16} aria-hidden />
        </Button>
        <SelectField
          form={form}
          path={`ports.${index}.side`}
          label=""
          name={`${port.name} takes or gives`}
          options={SIDES}
          emptyWord="takes or gives"
        />
        <span className="grow" />
        <Button tone="quiet" small aria-label={`Remove plug ${port.name}`} onClick={onRemove}>
          <X size={15} aria-hidden />
        </Button>
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <WiresField
          form={form}
          path={`ports.${index}.wires`}
          label="wires"
          {...(wiresOf(connector.family) === undefined ? {} : { among: wiresOf(connector.family)! })}
        />
        <LeadOf form={form} index={index} />
        {(side === 'takes' || port.lead !== undefined) && (
          <SelectField
            form={form}
            path={`ports.${index}.need`}
            name={`Whether ${port.name} may stay loose`}
            label=""
            options={NEEDS}
            emptyWord="loose or not: not said"
          />
        )}
        {isHeader && (
          <SelectField
            form={form}
            path={`ports.${index}.role`}
            label="is the"
            options={ROLES}
            emptyWord="no header of a board"
          />
        )}
        {isHeader && port.role !== undefined && <ModesField form={form} index={index} />}
        {isLink && (
          <>
            {(['maker', 'generation', 'variant'] as const).map((key) => (
              <label key={key} className="inline-flex items-center gap-1 text-[13px]">
                <span className="text-faded">{key}</span>
                <input
                  {...form.register(`ports.${index}.connector.${key}`)}
                  maxLength={120}
                  className={`w-24 ${SMALL_FIELD}`}
                />
              </label>
            ))}
          </>
        )}
        {connector.family === 'other' && (
          <label className="inline-flex items-center gap-1 text-[13px]">
            <span className="text-faded">label of your own</span>
            <input
              {...form.register(`ports.${index}.connector.label`)}
              maxLength={120}
              className={`w-40 ${SMALL_FIELD}`}
            />
          </label>
        )}
        <SelectField
          form={form}
          path={`ports.${index}.connector.end`}
          label="contacts"
          options={[
            ['pins', 'pins'],
            ['sockets', 'sockets'],
          ]}
          emptyWord="choose"
        />
      </div>
      <Details form={form} index={index} />
    </li>
  )
}

const LOOKS = [
  ['print', 'print on it'],
  ['colour', 'colour'],
  ['clip', 'clip'],
] as const

/** What can be seen of a plug, and what only some of them have. */
function Details({ form, index }: Omit<RowProps, 'onRemove'>) {
  const port = useWatch({ control: form.control, name: `ports.${index}` })
  const isUsb = port.connector.family === 'usb2-9pin'
  const lanes = (key: 'count' | 'covers', label: string) => (
    <label className="inline-flex items-center gap-1 text-[13px]">
      <span className="text-faded">{label}</span>
      <select
        value={port.lanes?.[key] ?? ''}
        onChange={(event) => {
          const value = Number(event.target.value)
          const other = port.lanes ?? { count: value, covers: value }
          const next = event.target.value === '' ? undefined : { ...other, [key]: value }
          form.setValue(`ports.${index}.lanes`, next as never)
        }}
        className={SMALL_FIELD}
      >
        <option value="">not said: one</option>
        <option value="1">one</option>
        <option value="2">two</option>
      </select>
    </label>
  )
  return (
    <details className="mt-1" open={port.look !== undefined || port.bareContacts === true}>
      <summary className="cursor-pointer text-[13px] text-woad">Its look, its contacts</summary>
      <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1.5">
        {LOOKS.map(([key, label]) => (
          <label key={key} className="inline-flex items-center gap-1 text-[13px]">
            <span className="text-faded">{label}</span>
            <input {...form.register(`ports.${index}.look.${key}`)} maxLength={120} className={`w-28 ${SMALL_FIELD}`} />
          </label>
        ))}
        <FigureField form={form} path={`ports.${index}.contactMilliohm`} label="each contact has" unit="mΩ" />
        <label className="inline-flex items-center gap-1 text-[13px]">
          <input
            type="checkbox"
            checked={port.bareContacts === true}
            onChange={(event) =>
              form.setValue(`ports.${index}.bareContacts`, (event.target.checked || undefined) as never)
            }
          />
          bare contacts that a frame clips onto
        </label>
        {isUsb && (
          <>
            {lanes('count', 'USB ports it has')}
            {lanes('covers', 'places of a header it covers')}
          </>
        )}
      </div>
    </details>
  )
}

function ModesField({ form, index }: Omit<RowProps, 'onRemove'>) {
  const modes = useWatch({ control: form.control, name: `ports.${index}.modes` }) ?? []
  const toggle = (mode: 'pwm' | 'dc' | 'auto') => {
    const next = (['pwm', 'dc', 'auto'] as const).filter((name) => (name === mode) !== modes.includes(name))
    form.setValue(`ports.${index}.modes`, (next.length === 0 ? undefined : next) as never)
  }
  return (
    <span role="group" aria-label="Modes of the header" className="inline-flex items-center gap-1.5 text-[13px]">
      <span className="text-faded">modes</span>
      {(['pwm', 'dc', 'auto'] as const).map((mode) => (
        <label key={mode} className="inline-flex items-center gap-0.5">
          <input type="checkbox" checked={modes.includes(mode)} onChange={() => toggle(mode)} />
          {mode === 'auto' ? 'auto' : mode.toUpperCase()}
        </label>
      ))}
    </span>
  )
}

/** The plugs of a part as they look, each with its wires and the lead it hangs on. */
export function PortsSection({ form }: { readonly form: Form }) {
  const ports = useFieldArray({ control: form.control, name: 'ports' })
  const add = (port: Omit<PortForm, 'id'>) =>
    ports.append({ ...port, id: freeId('port', form.getValues('ports')) } as never)
  const fresh = (): Omit<PortForm, 'id'> => ({ name: '', side: 'takes', ...plugOf('fan-4pin', 'takes') }) as never
  const last = () => form.getValues('ports').at(-1)
  // What refers to a plug goes with it, and is named, so that nothing is left that speaks of a plug which is not there.
  const remove = (index: number) => {
    const values = form.getValues() as unknown as Part
    const port = values.ports[index]!
    const { part, went } = removePort(values, port.id, ({ type }) => RELATION_FORMS[type].title)
    form.setValue('inside', part.inside as never)
    form.setValue('leads', part.leads as never)
    ports.remove(index)
    if (went.length > 0) notify(`With ${port.name === '' ? 'that plug' : port.name} went ${listNames(went)}.`)
  }
  return (
    <section aria-label="Plugs">
      <div className="mb-1 flex items-center gap-2">
        <h3 className="font-display font-semibold">Plugs and leads</h3>
        <p className="grow text-[13px] text-faded">Everything that a lead can go into, or that hangs off it.</p>
        <Button
          small
          disabled={ports.fields.length === 0}
          onClick={() => {
            const { id: _id, ...port } = structuredClone(last()!)
            add({ ...port, name: nextName(port.name) } as never)
          }}
        >
          <CopyPlus size={14} aria-hidden /> One more like the last
        </Button>
        <Button small onClick={() => add(fresh())}>
          <Plus size={14} aria-hidden /> Add a plug
        </Button>
      </div>
      {ports.fields.length === 0 && <p className="text-faded">No plugs yet.</p>}
      <ul className="space-y-1.5">
        {ports.fields.map((field, index) => (
          <PortRow key={field.id} form={form} index={index} onRemove={() => remove(index)} />
        ))}
      </ul>
    </section>
  )
}
