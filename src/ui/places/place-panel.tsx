'use client'

import { RotateCw, Trash2, X } from 'lucide-react'
import type { Place } from '@/core/build/facet-schemas'
import { bestCorner } from '@/core/structure/place/corners'
import { radiatorAt } from '@/core/structure/place/fits'
import { hoseOf } from '@/core/structure/place/hoses'
import { isFan, isSitting, radiatorOf, type Placed, type Sitting } from '@/core/structure/place/places'
import { rowsOf } from '@/core/structure/place/rows'
import { FIXINGS } from '@/core/parts/kinds'
import type { Corner } from '@/core/places/space'
import { cornerWord } from '@/core/wording/corner-text'
import { flowText, pushText } from '@/core/wording/place-text'
import { listNames } from '@/core/wording/text'
import { useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { LeadWays } from '@/ui/wiring/lead-ways'
import { SeverityMark } from '@/ui/shared/severity'
import { useFocus } from '@/ui/focus/focus'
import { cornerOn, turned, usePlacing } from './use-placing'

const FIELD = 'rounded border border-thread bg-linen px-1 py-0.5'
interface PartProps {
  readonly placed: Placed
  readonly change: (place: Place) => void
}

interface ChoiceProps<T extends string> {
  readonly label: string
  readonly value: T | undefined
  readonly options: readonly (readonly [value: T, word: string])[]
  readonly emptyWord: string
  readonly onChange: (value: T | undefined) => void
}

/** One decision about a place, with the word for not having taken it. */
function Choice<T extends string>({ label, value, options, emptyWord, onChange }: ChoiceProps<T>) {
  return (
    <label className="flex items-center justify-between gap-2 text-[13px]">
      {label}
      <select
        value={value ?? ''}
        onChange={(event) => onChange(options.find(([option]) => option === event.target.value)?.[0])}
        className={FIELD}
      >
        <option value="">{emptyWord}</option>
        {options.map(([option, word]) => (
          <option key={option} value={option}>
            {word}
          </option>
        ))}
      </select>
    </label>
  )
}

/** The place with one decision changed, or taken back. */
function withField<K extends keyof Place>(place: Place, key: K, value: Place[K] | undefined): Place {
  const { [key]: _before, ...rest } = place
  return (value === undefined ? rest : { ...rest, [key]: value }) as Place
}

const AIRS = [
  ['in', 'in'],
  ['out', 'out'],
] as const

function FanPart({ placed, change }: PartProps & { readonly placed: Sitting }) {
  const harness = useHarness()
  const { place, flow } = placed
  const radiator = radiatorAt(harness.places().filter(isSitting), placed.mounted)
  const push = radiator === undefined ? undefined : pushText(placed, radiator)
  const isAgainst = place.wantedAir !== undefined && flow.direction !== 'unknown' && flow.direction !== place.wantedAir
  return (
    <>
      <p className="text-[13px]">
        {flowText(placed)} {push}
      </p>
      {isAgainst && (
        <p className="flex gap-1.5 text-[13px] font-semibold">
          <SeverityMark look="warning" /> You want air to go {place.wantedAir} here.
        </p>
      )}
      <Button small onClick={() => change(turned(place))}>
        <RotateCw size={14} aria-hidden /> Turn round <kbd className="text-faded">T</kbd>
      </Button>
      <Choice
        label="Air wanted here"
        value={place.wantedAir}
        options={AIRS}
        emptyWord="either way"
        onChange={(air) => change(withField(place, 'wantedAir', air))}
      />
      <Choice
        label="Arrow printed on its frame"
        value={place.arrow}
        options={AIRS.map(([value, word]) => [value, `points ${word}`] as const)}
        emptyWord="none, or not looked at"
        onChange={(arrow) => change(withField(place, 'arrow', arrow))}
      />
      {radiator !== undefined && (
        <Choice
          label={`Side of ${radiator.item.mark}`}
          value={place.radiatorSide}
          options={[
            ['inner', 'inside'],
            ['outer', 'outside'],
          ]}
          emptyWord="not said"
          onChange={(side) => change(withField(place, 'radiatorSide', side))}
        />
      )}
    </>
  )
}

function CornerPart({ placed, change }: PartProps & { readonly placed: Sitting }) {
  const harness = useHarness()
  const { place, mounted } = placed
  const best = bestCorner(harness, placed)
  const word = (corner: number) => cornerWord(mounted.panel.side, corner as Corner)
  const isBest = best === undefined || best.corner === place.leadCorner
  return (
    <div className="space-y-1">
      <p className="flex items-center justify-between gap-2 text-[13px]">
        <span>
          Lead leaves by the{' '}
          <strong className="font-semibold">
            {place.leadCorner === undefined ? 'corner not said' : `${word(place.leadCorner)} corner`}
          </strong>
          {isBest && best !== undefined && ', the best one'}
        </span>
        <Button small onClick={() => change(cornerOn(place))}>
          Next <kbd className="text-faded">R</kbd>
        </Button>
      </p>
      {!isBest && (
        <Button small tone="act" onClick={() => change({ ...place, leadCorner: best.corner })}>
          Use the {word(best.corner)} corner: {Math.round(best.lengthMm)} mm of way
        </Button>
      )}
    </div>
  )
}

function HosePart({ placed, change }: PartProps & { readonly placed: Sitting }) {
  const hoses = hoseOf(useHarness(), placed) ?? []
  const ends =
    placed.mounted.panel.side === 'front' || placed.mounted.panel.side === 'back'
      ? ['lower', 'upper']
      : ['front', 'rear']
  return (
    <>
      <Choice
        label="Hoses leave by"
        value={placed.place.hoseEnd}
        options={[
          ['start', `${ends[0]} end`],
          ['end', `${ends[1]} end`],
        ]}
        emptyWord="not said"
        onChange={(end) => change(withField(placed.place, 'hoseEnd', end))}
      />
      {hoses.map(({ end, hoseMm, leastMm }) => (
        <p key={end} className="text-[13px] text-faded">
          {end === 'start' ? ends[0] : ends[1]} end to the processor: {Math.round(leastMm)} mm straight, hoses{' '}
          {hoseMm === undefined ? 'of unknown length' : `${hoseMm} mm`}
        </p>
      ))}
    </>
  )
}

/** Every lead of the thing with the way it takes. */
function Ways({ placed }: { readonly placed: Placed }) {
  const harness = useHarness()
  const runs = harness.runs().filter(({ lead }) => lead.item.id === placed.item.id)
  if (runs.length === 0) {
    return <p className="text-[13px] text-faded">No lead of it is plugged yet: Wiring says which headers it reaches.</p>
  }
  return <LeadWays runs={runs} />
}

function RowPart({ placed }: { readonly placed: Placed }) {
  const row = rowsOf(useHarness()).find(({ things }) => things.includes(placed))
  if (row === undefined) return null
  return (
    <p className="rounded bg-weft px-2 py-1 text-[13px]">
      Row of {listNames(row.things.map(({ item }) => item.mark))}: {row.leadEnd.item.mark} has the lead,{' '}
      {row.coveredEnd.item.mark} keeps the cover on its free contacts.
    </p>
  )
}

function Details({ placed }: { readonly placed: Placed }) {
  const { change, takeOut } = usePlacing(placed.caseItem)
  const { place, facts } = placed
  return (
    <div className="min-h-0 space-y-2 overflow-y-auto px-3 pb-3">
      {isSitting(placed) && isFan(facts) && <FanPart placed={placed} change={change} />}
      {isSitting(placed) && isFan(facts) && <CornerPart placed={placed} change={change} />}
      {isSitting(placed) && radiatorOf(facts.part) !== undefined && <HosePart placed={placed} change={change} />}
      <RowPart placed={placed} />
      <Ways placed={placed} />
      <Choice
        label="Held by"
        value={place.fixing}
        options={FIXINGS.map((fixing) => [fixing, fixing] as const)}
        emptyWord="as it comes"
        onChange={(fixing) => change(withField(place, 'fixing', fixing))}
      />
      <Button small tone="danger" onClick={() => takeOut(placed.item.id)}>
        <Trash2 size={14} aria-hidden /> Take it out <kbd>Del</kbd>
      </Button>
    </div>
  )
}

/** The thing that is looked at: how it sits, and what can be turned; on the Places stage only. */
export function PlacePanel() {
  const harness = useHarness()
  const { itemId: chosenId, choose } = useFocus()
  const placed = chosenId === null ? undefined : harness.placeOf(chosenId)
  if (placed === undefined) return null
  const { item, facts, place } = placed
  return (
    <section
      aria-label="Chosen thing"
      className="flex max-h-[62%] shrink-0 flex-col border-b border-thread max-lg:max-h-none"
    >
      <header className="flex items-start gap-2 px-3 py-2">
        <h2 className="min-w-0 grow font-display leading-tight font-semibold">
          {item.mark}
          {place.number !== undefined && (
            <span className="font-sans text-[13px] font-normal"> number {place.number}</span>
          )}
          <span className="block truncate font-sans text-[13px] font-normal text-faded" title={facts.part.name}>
            {facts.part.name}
          </span>
        </h2>
        <Button tone="quiet" small aria-label="Close" onClick={() => choose(null)}>
          <X size={16} aria-hidden />
        </Button>
      </header>
      <Details key={item.id} placed={placed} />
    </section>
  )
}
