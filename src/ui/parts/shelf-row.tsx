'use client'

import { Copy, Ellipsis, PackageMinus, PackagePlus, Pencil, Plus } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useState } from 'react'
import type { ShelfOrigin, ShelfPart } from '@/core/formats/api-types'
import { partSummary } from '@/core/wording/part-text'
import { useActions, useSession } from '@/ui/session/context'
import { ask } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { formatMoney } from '@/ui/shared/money'
import { MENU_CLASS, MENU_ITEM_CLASS } from '@/ui/shared/menu'
import { notify } from '@/ui/shared/notices'
import { addPartsEdit, copyFor } from '@/ui/session/add-parts'
import { useEditor } from '@/ui/focus/editor-job'

const MOST_AT_ONCE = 99

export const ORIGIN_NAMES: Readonly<Record<ShelfOrigin, string>> = {
  own: 'mine',
  template: 'general',
  demo: 'demo',
}

interface MenuProps {
  readonly shelfPart: ShelfPart
  readonly onChanged: () => void
}

function RowMenu({ shelfPart, onChanged }: MenuProps) {
  const { part, origin, isRetired } = shelfPart
  const retire = async (isGoing: boolean) => {
    try {
      await ask(`/api/parts/${part.id}/${isGoing ? 'retire' : 'restore'}`, { method: 'POST' })
      onChanged()
      if (isGoing) {
        notify(`“${part.name}” is off the shelf. Builds that hold it keep it.`, {
          action: { label: 'Undo', run: () => void retire(false) },
        })
      }
    } catch (error) {
      notify((error as Error).message, { tone: 'fault' })
    }
  }
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button tone="quiet" small aria-label={`More for ${part.name}`}>
          <Ellipsis size={16} aria-hidden />
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className={MENU_CLASS}>
          {origin === 'own' && (
            <DropdownMenu.Item
              className={MENU_ITEM_CLASS}
              onSelect={() => useEditor.setState({ job: { on: 'shelf', shelfPart, onSaved: onChanged } })}
            >
              <Pencil size={15} aria-hidden /> Change
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item
            className={MENU_ITEM_CLASS}
            onSelect={() => useEditor.setState({ job: { on: 'copy', part, onSaved: onChanged } })}
          >
            <Copy size={15} aria-hidden /> Copy and change
          </DropdownMenu.Item>
          <DropdownMenu.Item className={MENU_ITEM_CLASS} onSelect={() => void retire(!isRetired)}>
            {isRetired ? <PackagePlus size={15} aria-hidden /> : <PackageMinus size={15} aria-hidden />}
            {isRetired ? 'Put back on the shelf' : 'Take off the shelf'}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

/** One part of the shelf: what it is, how many to add, and what else can be done with it. */
export function ShelfRow({ shelfPart, onChanged }: MenuProps) {
  const { dispatch } = useActions()
  const build = useSession((state) => state.build)
  const [count, setCount] = useState('1')
  const { part, origin } = shelfPart
  const number = Math.min(MOST_AT_ONCE, Math.max(1, Math.trunc(Number(count)) || 1))
  return (
    <li>
      <form
        className="flex items-center gap-2 border-b border-thread px-3 py-2"
        onSubmit={(event) => {
          event.preventDefault()
          dispatch(addPartsEdit(build, [{ part: copyFor(build, shelfPart), count: number }]))
          setCount('1')
        }}
      >
        <div className="min-w-0 grow">
          <p className="line-clamp-2 leading-tight font-semibold" title={part.name}>
            {part.name}
          </p>
          <p className="flex justify-between gap-x-2 text-[13px] leading-tight text-faded max-xl:flex-wrap">
            <span>
              {origin !== 'demo' && (
                <span
                  className={`mr-1.5 rounded-full px-1.5 text-xs ${origin === 'own' ? 'bg-woad-wash text-woad' : 'bg-weft'}`}
                >
                  {ORIGIN_NAMES[origin]}
                </span>
              )}
              {partSummary(part)}
            </span>
            {part.price !== undefined && (
              <span className="shrink-0">{formatMoney(part.price.cents, part.price.currency)}</span>
            )}
          </p>
        </div>
        <input
          type="number"
          min={1}
          max={MOST_AT_ONCE}
          value={count}
          aria-label={`How many of ${part.name}`}
          onChange={(event) => setCount(event.target.value)}
          onFocus={(event) => event.target.select()}
          className="w-14 rounded-md border border-seam bg-linen px-1.5 py-1 text-right"
        />
        <Button type="submit" small aria-label={`Add ${part.name}`}>
          <Plus size={15} aria-hidden /> Add
        </Button>
        <RowMenu shelfPart={shelfPart} onChanged={onChanged} />
      </form>
    </li>
  )
}
