'use client'

import { Check, CircleHelp, Minus } from 'lucide-react'
import { useEffect, useState } from 'react'
import { compareLightKinds, meetsWishes, type LightKind, type LightOption, type LightWishes } from '@/core/light/kinds'
import type { ShelfFound } from '@/core/formats/api-types'
import type { Part } from '@/core/parts/schema'
import { countOf } from '@/core/wording/text'
import { useSession } from '@/ui/session/context'
import { ask } from '@/ui/shared/api'
import { Dialog } from '@/ui/shared/dialog'
import { formatMoney } from '@/ui/shared/money'
import { useLightKinds } from './light-kinds-state'

const KIND_WORDS: Readonly<Record<LightKind, string>> = {
  boardHeader: 'On a header of the board',
  makersBox: 'On a box with its program',
  handBox: 'On a box with a remote',
  fixed: 'One colour, 12 V',
}

const SHELF_KINDS = ['light', 'controller', 'board'] as const

function useShelfParts(): readonly Part[] | 'loading' | 'failed' {
  const [parts, setParts] = useState<readonly Part[] | 'loading' | 'failed'>('loading')
  useEffect(() => {
    const abort = new AbortController()
    const get = (kind: string) => ask<ShelfFound>(`/api/parts?kind=${kind}`, { signal: abort.signal })
    Promise.all(SHELF_KINDS.map(get)).then(
      (answers) => setParts(answers.flatMap((answer) => answer.parts.map(({ part }) => part))),
      () => !abort.signal.aborted && setParts('failed'),
    )
    return () => abort.abort()
  }, [])
  return parts
}

function Wish({
  label,
  isOn,
  onChange,
}: {
  readonly label: string
  readonly isOn: boolean
  readonly onChange: (isOn: boolean) => void
}) {
  return (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={isOn} onChange={(event) => onChange(event.target.checked)} />
      {label}
    </label>
  )
}

function YesNo({ value }: { readonly value: boolean | undefined }) {
  if (value === undefined) {
    return (
      <span className="inline-flex items-center gap-1 text-plum">
        <CircleHelp size={15} aria-hidden /> not said
      </span>
    )
  }
  return value ? (
    <span className="inline-flex items-center gap-1 text-moss">
      <Check size={15} aria-hidden /> yes
    </span>
  ) : (
    <span className="inline-flex items-center gap-1 text-faded">
      <Minus size={15} aria-hidden /> no
    </span>
  )
}

function Options({ options, wishes }: { readonly options: readonly LightOption[]; readonly wishes: LightWishes }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-left">
        <thead className="text-[13px] text-faded">
          <tr>
            <th className="px-3 py-1 font-medium">Kind</th>
            <th className="py-1 pr-3 font-medium">From the shelf</th>
            <th className="py-1 pr-3 font-medium">No program</th>
            <th className="py-1 pr-3 font-medium">Every LED by itself</th>
            <th className="py-1 pr-3 text-right font-medium">Leads</th>
            <th className="px-3 py-1 text-right font-medium">Money</th>
          </tr>
        </thead>
        <tbody>
          {options.map((option) => (
            <tr
              key={option.kind}
              className={`border-t border-thread align-top ${(wishes.isEachLed || wishes.isWithoutProgram) && meetsWishes(option, wishes) ? 'bg-moss-wash' : ''}`}
            >
              <th scope="row" className="py-2 px-3 font-semibold">
                {KIND_WORDS[option.kind]}
              </th>
              <td className="py-2 pr-3 text-[13px]">
                {wishes.lightCount} × {option.light.name}
                {option.boxCount > 0 && <span className="block">{`${option.boxCount} × ${option.giver.name}`}</span>}
              </td>
              <td className="py-2 pr-3">
                <YesNo value={option.needsProgram === undefined ? undefined : !option.needsProgram} />
              </td>
              <td className="py-2 pr-3">
                <YesNo value={option.isEachLed} />
              </td>
              <td className="py-2 pr-3 text-right">{countOf(option.cableCount, 'lead')}</td>
              <td className="px-3 py-2 text-right">
                {option.cents === undefined || option.currency === undefined ? (
                  <span className="text-plum">not known</span>
                ) : (
                  formatMoney(option.cents, option.currency)
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

const MOST_LIGHTS = 40

function LightKinds() {
  const shelf = useShelfParts()
  const bench = useSession((state) => state.build.parts)
  const [wishes, setWishes] = useState<LightWishes>({
    lightCount: 3,
    isWithoutProgram: false,
    isEachLed: false,
    first: 'leastMoney',
  })
  const set = (change: Partial<LightWishes>) => setWishes({ ...wishes, ...change })
  const parts = typeof shelf === 'string' ? bench : [...bench, ...shelf]
  const options = compareLightKinds(parts, wishes)
  return (
    <Dialog
      isOpen
      isWide
      title="Which kind of light?"
      description="Worked out from the parts on the shelf and on your bench. Rows that meet all of your wishes are green."
      onClose={() => useLightKinds.setState({ isOpen: false })}
    >
      <fieldset className="mb-4 flex flex-wrap items-center gap-x-5 gap-y-2 rounded-md bg-weft px-3 py-2">
        <legend className="sr-only">Wishes</legend>
        <label className="flex items-center gap-2">
          Lights
          <input
            type="number"
            min={1}
            max={MOST_LIGHTS}
            value={wishes.lightCount}
            onChange={(event) =>
              set({ lightCount: Math.min(MOST_LIGHTS, Math.max(1, Math.trunc(Number(event.target.value)) || 1)) })
            }
            className="w-16 rounded-md border border-seam bg-linen px-2 py-1 text-right"
          />
        </label>
        <Wish
          label="No program"
          isOn={wishes.isWithoutProgram}
          onChange={(isWithoutProgram) => set({ isWithoutProgram })}
        />
        <Wish label="Every LED by itself" isOn={wishes.isEachLed} onChange={(isEachLed) => set({ isEachLed })} />
        {(['leastMoney', 'fewestCables'] as const).map((first) => (
          <label key={first} className="flex items-center gap-2">
            <input type="radio" name="first" checked={wishes.first === first} onChange={() => set({ first })} />
            {first === 'leastMoney' ? 'Least money first' : 'Fewest leads first'}
          </label>
        ))}
      </fieldset>
      {shelf === 'loading' && <p className="text-faded">Looking along the shelf …</p>}
      {shelf === 'failed' && (
        <p className="mb-2 text-madder">The shelf cannot be reached just now; this is from your bench alone.</p>
      )}
      {shelf !== 'loading' && options.length === 0 && (
        <p className="text-faded">No light here finds a board or a box that drives it. Put one on the shelf first.</p>
      )}
      {options.length > 0 && <Options options={options} wishes={wishes} />}
    </Dialog>
  )
}

/** Compares the kinds of light against wishes, from the parts that there are. */
export function LightKindsDialog() {
  return useLightKinds((state) => state.isOpen) ? <LightKinds /> : null
}
