'use client'

import type { RelationField } from '@/core/parts/field-kit'
import type { Relation } from '@/core/parts/schema'
import {
  FlagField,
  ModelsField,
  PointsField,
  PortField,
  PortsField,
  SelectField,
  WireField,
  WiresField,
} from './choice-fields'
import { FigureField } from './figure-field'
import { SMALL_FIELD, type Form } from './form'

/** Figures whose range everybody knows; the manual decides the others. */
const RANGE_OF: Readonly<Record<string, 'amps' | 'watts' | 'ledCount' | 'rpm' | undefined>> = {
  ratedAmps: 'amps',
  startAmps: 'amps',
  ratedWatts: 'watts',
  addressedLedCount: 'ledCount',
  litLedCount: 'ledCount',
  leastRpm: 'rpm',
  mostRpm: 'rpm',
}

interface BlankProps {
  readonly form: Form
  readonly path: string
  readonly field: RelationField
  readonly type: Relation['type']
}

/** One thing that a relation may say, as a field of the form. */
export function Blank({ form, path, field, type }: BlankProps) {
  const { label } = field
  switch (field.fill) {
    case 'port':
      return <PortField form={form} path={path} label={label} side={field.side} isNeeded={field.isNeeded === true} />
    case 'ports':
      return <PortsField form={form} path={path} label={label} side={field.side} />
    case 'wires':
      return <WiresField form={form} path={path} label={label} />
    case 'wire':
      return <WireField form={form} path={path} label={label} />
    case 'flag':
      return <FlagField form={form} path={path} label={label} />
    case 'figure': {
      const range = RANGE_OF[field.key]
      return (
        <FigureField
          form={form}
          path={path}
          label={label}
          unit={field.unit}
          origin={type === 'limit' ? 'manual' : 'label'}
          {...(range === undefined ? {} : { range })}
        />
      )
    }
    case 'models':
      return <ModelsField form={form} path={path} label={label} />
    case 'points':
      return <PointsField form={form} path={path} label={label} />
    case 'choice':
      return (
        <SelectField
          form={form}
          path={path}
          label={label}
          options={field.options}
          emptyWord={field.isNeeded === true ? 'choose' : '–'}
        />
      )
    case 'text':
      return (
        <label className="inline-flex items-center gap-1 text-[13px]">
          <span className="text-faded">{label}</span>
          <input {...form.register(path as never)} maxLength={120} className={`w-36 ${SMALL_FIELD}`} />
        </label>
      )
    default:
      return field satisfies never
  }
}
