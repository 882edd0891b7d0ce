'use client'

import { useWatch } from 'react-hook-form'
import type { Kind } from '@/core/parts/kinds'
import { BoardSection } from './board-section'
import { CableRows } from './cable-rows'
import type { Form } from './form'
import { HeaderRows } from './header-rows'
import { LabelFields } from './label-fields'
import { NameField, PriceField } from './name-fields'
import { PanelsSection } from './panels-section'

/** Kinds of which a label and a manual tell all that most people ever need. */
export const hasShortForm = (kind: Kind): boolean => kind !== 'other'

function Board({ form }: { readonly form: Form }) {
  return (
    <>
      <HeaderRows form={form} />
      <details>
        <summary className="cursor-pointer text-woad">Where the headers sit on the board</summary>
        <div className="mt-2">
          <BoardSection form={form} />
        </div>
      </details>
    </>
  )
}

/** A part in the words of its label and its manual, by its kind. */
export function ShortForm({ form }: { readonly form: Form }) {
  const kind = useWatch({ control: form.control, name: 'kind' })
  return (
    <>
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
        <NameField form={form} />
        <PriceField form={form} />
      </div>
      {kind === 'board' && <Board form={form} />}
      {kind === 'supply' && <CableRows form={form} />}
      {kind === 'case' && <PanelsSection form={form} />}
      {kind !== 'board' && kind !== 'supply' && kind !== 'case' && <LabelFields form={form} />}
    </>
  )
}
