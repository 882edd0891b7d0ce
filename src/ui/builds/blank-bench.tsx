'use client'

import { nanoid } from 'nanoid'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { BOARD_SIZES, LIGHT_WISHES, type BoardSize, type LightWish } from '@/core/templates/choices'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { notify } from '@/ui/shared/notices'

const BOARD_WORDS: Readonly<Record<BoardSize, string>> = {
  small: 'Small, two fan headers',
  middle: 'Middle, five fan headers',
  large: 'Large, eight fan headers',
}
const LIGHT_WORDS: Readonly<Record<LightWish, string>> = {
  none: 'No lights',
  addressable5V: 'Each LED by itself (5 V, three pins)',
  oneColour12V: 'One colour (12 V, four pins)',
}
const MOST_FANS = 24

interface ChoiceProps<T extends string> {
  readonly legend: string
  readonly name: string
  readonly options: readonly T[]
  readonly words: Readonly<Record<T, string>>
  readonly value: T
  readonly onChange: (value: T) => void
}

function Choice<T extends string>({ legend, name, options, words, value, onChange }: ChoiceProps<T>) {
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">{legend}</legend>
      {options.map((option) => (
        <label key={option} className="flex items-center gap-2 py-0.5">
          <input type="radio" name={name} checked={value === option} onChange={() => onChange(option)} />
          {words[option]}
        </label>
      ))}
    </fieldset>
  )
}

/** The blank bench asks what there is, and lays out a template build to be corrected; or starts with nothing. */
export function BlankBench({ onClose }: { readonly onClose: (() => void) | undefined }) {
  const router = useRouter()
  const [name, setName] = useState('New build')
  const [boardSize, setBoardSize] = useState<BoardSize>('middle')
  const [fanCount, setFanCount] = useState(4)
  const [lights, setLights] = useState<LightWish>('none')
  const [isBusy, setBusy] = useState(false)

  const make = async (isBlank: boolean) => {
    setBusy(true)
    const common = { id: nanoid(), name: name.trim() || 'New build' }
    const wish = isBlank ? { from: 'blank', ...common } : { from: 'template', ...common, boardSize, fanCount, lights }
    try {
      const made = await ask<{ id: string }>('/api/builds', postJson(wish))
      router.push(`/builds/${made.id}/parts`)
    } catch (error) {
      notify((error as Error).message, { tone: 'fault' })
      setBusy(false)
    }
  }
  return (
    <form
      className="mt-6 rounded-xl border border-thread bg-cloth p-5"
      onSubmit={(event) => {
        event.preventDefault()
        void make(false)
      }}
    >
      <h2 className="font-display text-xl font-semibold">What do you have?</h2>
      <p className="text-faded">Three answers lay out a bench; correct it from your labels and manuals afterwards.</p>
      <label className="mt-4 block max-w-md">
        <span className="mb-1 block font-semibold">Name</span>
        <input
          value={name}
          maxLength={120}
          // The form is opened to be filled in, so the first field is where the person wants to be.
          autoFocus
          onFocus={(event) => event.target.select()}
          onChange={(event) => setName(event.target.value)}
          className="w-full rounded-md border border-seam bg-linen px-2 py-1.5"
        />
      </label>
      <div className="mt-4 grid gap-5 sm:grid-cols-3">
        <Choice
          legend="Board"
          name="board"
          options={BOARD_SIZES}
          words={BOARD_WORDS}
          value={boardSize}
          onChange={setBoardSize}
        />
        <label className="block">
          <span className="mb-1 block font-semibold">Fans</span>
          <input
            type="number"
            min={0}
            max={MOST_FANS}
            value={fanCount}
            onChange={(event) => setFanCount(Math.min(MOST_FANS, Math.max(0, Math.trunc(Number(event.target.value)))))}
            className="w-20 rounded-md border border-seam bg-linen px-2 py-1.5"
          />
          <span className="ml-2 text-faded">ordinary 4-pin</span>
        </label>
        <Choice
          legend="Lights"
          name="lights"
          options={LIGHT_WISHES}
          words={LIGHT_WORDS}
          value={lights}
          onChange={setLights}
        />
      </div>
      <div className="mt-5 flex flex-wrap gap-2">
        <Button type="submit" tone="act" disabled={isBusy}>
          Lay it out
        </Button>
        <Button disabled={isBusy} onClick={() => void make(true)}>
          Start with an empty bench
        </Button>
        {onClose !== undefined && (
          <Button tone="quiet" onClick={onClose}>
            Not now
          </Button>
        )}
      </div>
    </form>
  )
}
