import type { Kind } from '@/core/parts/kinds'
import { FIXINGS } from '@/core/parts/kinds'
import { FlagField, SelectField } from './choice-fields'
import { FigureField, ResistanceFields } from './figure-field'
import type { Form } from './form'

const BLADES = [
  ['standard', 'standard'],
  ['reverse', 'reverse'],
] as const
const HELD = FIXINGS.map((fixing) => [fixing, fixing] as const)

/** What a thing measures and how it is held, as far as it matters for where it sits. */
export function Measures({ form, kind }: { readonly form: Form; readonly kind: Kind }) {
  const isFan = kind === 'fan'
  const isCooler = kind === 'cooler'
  const mm = (path: string, label: string, range?: 'sizeMm' | 'lengthMm') => (
    <FigureField
      form={form}
      path={`mechanical.${path}`}
      label={label}
      unit="mm"
      origin="manual"
      {...(range === undefined ? {} : { range })}
    />
  )
  return (
    <span className="flex basis-full flex-wrap gap-x-3 gap-y-1">
      {(isFan || isCooler) && mm('sizeMm', 'frame', 'sizeMm')}
      {(isFan || isCooler) && mm('thicknessMm', 'thick')}
      {isFan && (
        <SelectField form={form} path="mechanical.blades" label="blades" options={BLADES} emptyWord="not said" />
      )}
      {isCooler && (
        <>
          <FigureField
            form={form}
            path="mechanical.radiatorFanCount"
            label="radiator for"
            unit="fans"
            origin="manual"
          />
          {mm('radiatorFanSizeMm', 'of', 'sizeMm')}
          {mm('hoseMm', 'hoses', 'lengthMm')}
          <ResistanceFields form={form} path="mechanical" />
        </>
      )}
      {kind === 'controller' && <FlagField form={form} path="mechanical.isHandWorked" label="has buttons of its own" />}
      {kind !== 'case' && kind !== 'board' && (
        <SelectField form={form} path="mechanical.fixing" label="held by" options={HELD} emptyWord="not said" />
      )}
    </span>
  )
}
