'use client'

import { Controller } from 'react-hook-form'
import type { Figure, Origin } from '@/core/schema/schema-kit'
import { FigureInput, type FigureInputProps } from '@/ui/shared/figure-input'
import type { Form } from './form'

interface FigureFieldProps extends Omit<FigureInputProps, 'figure' | 'onChange' | 'origin'> {
  readonly form: Form
  readonly path: string
  readonly origin?: Origin
}

/** A figure of the form, by its path. */
export function FigureField({ form, path, origin = 'label', ...rest }: FigureFieldProps) {
  return (
    <Controller
      control={form.control}
      name={path as never}
      render={({ field }) => (
        <FigureInput
          {...rest}
          origin={origin}
          figure={field.value as unknown as Figure | undefined}
          onChange={(figure) => field.onChange(figure)}
        />
      )}
    />
  )
}

/** What a grille, a filter or a radiator takes of the air: so much pressure at this flow through all of it. */
export function ResistanceFields({ form, path }: { readonly form: Form; readonly path: string }) {
  return (
    <>
      <FigureField
        form={form}
        path={`${path}.dropPa`}
        label="holds back"
        unit="Pa"
        origin="manual"
        range="pressurePa"
      />
      <FigureField form={form} path={`${path}.dropFlowM3PerH`} label="at" unit="m³/h" origin="manual" />
    </>
  )
}
