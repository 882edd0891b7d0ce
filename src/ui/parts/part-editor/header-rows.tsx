'use client'

import { ArrowDown, ArrowUp, CopyPlus, Plus, X } from 'lucide-react'
import { useWatch } from 'react-hook-form'
import { copyPort } from '@/core/parts/short/copy-port'
import {
  HEADER_FACTS,
  HEADER_KINDS,
  headerRows,
  isFanHeader,
  MODE_WORDS,
  withHeader,
  withHeaderAmps,
  withHeaderKind,
  withHeaderMoved,
  withoutHeader,
  type HeaderKind,
  type HeaderRow,
} from '@/core/parts/short/headers'
import type { Part, Port } from '@/core/parts/schema'
import { Button } from '@/ui/shared/button'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { changePart, FIELD, SMALL_FIELD, type Form } from './form'
import { AmpsField } from './row-parts'

const MODES = [['', 'modes unknown'], ...MODE_WORDS, ['pwm,dc,auto', 'PWM, DC, auto']] as const

function ModesChoice({ form, index, name }: { readonly form: Form; readonly index: number; readonly name: string }) {
  const modes = useWatch({ control: form.control, name: `ports.${index}.modes` })
  const value = (modes ?? []).join(',')
  const isKnown = MODES.some(([known]) => known === value)
  return (
    <select
      aria-label={`Modes of ${name}`}
      value={value}
      onChange={(event) => {
        const chosen = event.target.value === '' ? undefined : event.target.value.split(',')
        form.setValue(`ports.${index}.modes`, chosen as never)
      }}
      className={`w-28 ${SMALL_FIELD}`}
    >
      {!isKnown && <option value={value}>{value.replaceAll(',', ', ')}</option>}
      {MODES.map(([known, words]) => (
        <option key={known} value={known}>
          {words}
        </option>
      ))}
    </select>
  )
}

interface RowProps {
  readonly form: Form
  readonly row: HeaderRow
  readonly port: Port
  readonly index: number
  readonly isFirst: boolean
  readonly isLast: boolean
}

function Row({ form, row, port, index, isFirst, isLast }: RowProps) {
  const { portId, name, kind } = row
  const change = (next: (part: Part) => Part) => changePart(form, next)
  return (
    <li className="flex flex-wrap items-center gap-x-2 gap-y-1 rounded-lg border border-thread bg-linen px-2 py-1">
      <span className="w-16 shrink-0">
        <ConnectorFace connector={port.connector} wires={port.wires} />
      </span>
      <input
        {...form.register(`ports.${index}.name`)}
        maxLength={120}
        aria-label={`Name of header ${index + 1}, as printed`}
        className={`w-24 font-semibold ${FIELD}`}
      />
      <select
        aria-label={`What ${name} is for`}
        value={kind ?? ''}
        onChange={(event) => change((part) => withHeaderKind(part, portId, event.target.value as HeaderKind))}
        className={`w-36 ${SMALL_FIELD}`}
      >
        {kind === undefined && <option value="">another plug</option>}
        {HEADER_KINDS.map((each) => (
          <option key={each} value={each}>
            {HEADER_FACTS[each].words}
          </option>
        ))}
      </select>
      {kind !== 'usb' && (
        <AmpsField
          label="bears"
          amps={row.amps}
          onChange={(amps) => change((part) => withHeaderAmps(part, portId, amps))}
        />
      )}
      {isFanHeader(kind) && <ModesChoice form={form} index={index} name={name} />}
      <span className="grow" />
      <span className="flex">
        <Button
          tone="quiet"
          small
          aria-label={`Move ${name} up`}
          disabled={isFirst}
          onClick={() => change((part) => withHeaderMoved(part, portId, -1))}
        >
          <ArrowUp size={14} aria-hidden />
        </Button>
        <Button
          tone="quiet"
          small
          aria-label={`Move ${name} down`}
          disabled={isLast}
          onClick={() => change((part) => withHeaderMoved(part, portId, 1))}
        >
          <ArrowDown size={14} aria-hidden />
        </Button>
        <Button
          tone="quiet"
          small
          aria-label={`One more like ${name}`}
          title="One more like this"
          onClick={() => change((part) => copyPort(part, portId))}
        >
          <CopyPlus size={14} aria-hidden />
        </Button>
        <Button
          tone="quiet"
          small
          aria-label={`Take ${name} off the board`}
          title="Take it off the board"
          onClick={() => change((part) => withoutHeader(part, portId))}
        >
          <X size={14} aria-hidden />
        </Button>
      </span>
    </li>
  )
}

const ADDED: readonly HeaderKind[] = ['case', 'pump', 'light5V', 'light12V', 'usb']

/** A board as its manual lists it: a row a header. */
export function HeaderRows({ form }: { readonly form: Form }) {
  const part = useWatch({ control: form.control }) as unknown as Part
  const rows = headerRows(part)
  return (
    <section aria-label="Headers" className="space-y-1.5">
      <h3 className="font-display font-semibold">Headers, as the manual lists them</h3>
      <ul className="space-y-1">
        {rows.map((row, at) => {
          const index = part.ports.findIndex(({ id }) => id === row.portId)
          return (
            <Row
              key={row.portId}
              form={form}
              row={row}
              port={part.ports[index]!}
              index={index}
              isFirst={at === 0}
              isLast={at === rows.length - 1}
            />
          )
        })}
      </ul>
      <p className="flex flex-wrap items-center gap-1.5">
        <span className="text-[13px] text-faded">One more:</span>
        {ADDED.map((kind) => (
          <Button key={kind} small onClick={() => changePart(form, (before) => withHeader(before, kind))}>
            <Plus size={13} aria-hidden /> {HEADER_FACTS[kind].words}
          </Button>
        ))}
      </p>
    </section>
  )
}
