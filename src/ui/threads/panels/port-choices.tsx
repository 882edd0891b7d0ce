'use client'

import { useState } from 'react'
import { coverEdit, flatOutEdit, lightOwnerEdit, modelEdit, syncEdit, trialEdit } from '@/core/build/choose'
import type { SingleEdit } from '@/core/build/edit-schema'
import { sameRef } from '@/core/build/refs'
import { SCHOOLS } from '@/core/build/schools'
import { optionsOf } from '@/core/wording/school-words'
import { drivesAt } from '@/core/structure/wiring/part-facts'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { standInsOf } from '@/core/light/line-look'
import { stripOf } from '@/core/light/strip'
import { useActions, useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'

const FIELD = 'max-w-full rounded border border-thread bg-linen px-1 py-0.5'

interface OptionProps {
  readonly label: string
  readonly value: string
  readonly options: readonly (readonly [value: string, words: string])[]
  readonly editOf: (value: string) => SingleEdit
}

/** One thing that is decided about a port. */
function Choice({ label, value, options, editOf }: OptionProps) {
  const { dispatch } = useActions()
  return (
    <label className="flex flex-wrap items-center justify-between gap-x-2 text-[13px]">
      {label}
      <select value={value} onChange={(event) => dispatch(editOf(event.target.value))} className={FIELD}>
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  )
}

const yesNo = (value: boolean | undefined) => (value === undefined ? '' : value ? 'yes' : 'no')
const asked = (text: string) => (text === '' ? null : text === 'yes')

/** The setting in a box's program that makes it follow what comes in here. */
function Sync({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const follows = placed.facts.all.follows.find(({ input }) => input === placed.port.id)
  if (follows === undefined) return null
  return (
    <Choice
      label={`“${follows.setting ?? 'follow the board'}” in its program`}
      value={yesNo(harness.choices.syncAt(placed.ref))}
      options={[
        ['', 'not said'],
        ['yes', 'on'],
        ['no', 'off'],
      ]}
      editOf={(text) => syncEdit(placed.ref, asked(text))}
    />
  )
}

function Covers({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  if (placed.port.bareContacts !== true) return null
  return (
    <Choice
      label="The cover of its contacts"
      value={harness.choices.isCovered(placed.ref) ? 'yes' : 'no'}
      options={[
        ['yes', 'is on'],
        ['no', 'is off'],
      ]}
      editOf={(text) => coverEdit(placed.ref, text === 'yes')}
    />
  )
}

function LightOwner({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  if (!placed.facts.all.light.some(({ input }) => input === placed.port.id)) return null
  const own = harness.build.choices.lightOwners?.find(({ at }) => sameRef(at, placed.ref))
  return (
    <Choice
      label="Who is to rule this light"
      value={own?.owner ?? ''}
      options={[
        ['', 'as its group or the build says'],
        ...optionsOf('light').map(({ value, name }) => [value, name] as const),
      ]}
      editOf={(text) => lightOwnerEdit(placed.ref, SCHOOLS.light.find((owner) => owner === text) ?? null)}
    />
  )
}

/** A USB port that should work sometimes does not: which were tried is written down. */
function Trial({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  if (placed.port.connector.family !== 'usb2-9pin') return null
  return (
    <Choice
      label="Tried with the machine running"
      value={yesNo(harness.choices.trialAt(placed.ref))}
      options={[
        ['', 'not yet'],
        ['yes', 'worked'],
        ['no', 'did not work'],
      ]}
      editOf={(text) => trialEdit(placed.ref, asked(text))}
    />
  )
}

function FlatOut({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const reason = harness.choices.flatOutReasonAt(placed.ref)
  if (reason === undefined) return null
  return (
    <p className="flex items-center justify-between gap-2 text-[13px]">
      Runs at full speed on purpose: {reason}.
      <Button small onClick={() => dispatch(flatOutEdit(placed.ref, null))}>
        It is to be ruled after all
      </Button>
    </p>
  )
}

/** So many stand-ins are offered. */
const MOST_OFFERED = 3

/** What the program of a box is told hangs on this outlet, with what would cover the LEDs there. */
function DeclaredModel({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const drives = drivesAt(placed.facts, placed.port.id, 'light')
  const held = harness.build.choices.declaredModels?.find(({ at }) => sameRef(at, placed.ref))
  const [model, setModel] = useState(held?.model ?? '')
  const [ledCount, setLedCount] = useState(String(held?.ledCount ?? ''))
  const [unitCount, setUnitCount] = useState(String(held?.unitCount ?? ''))
  if (drives?.needsProgram !== true && held === undefined) return null
  const line = harness.lights().lineBelow(placed.ref)
  const offered = standInsOf(stripOf(harness, line))?.single.slice(0, MOST_OFFERED) ?? []
  const [leds, units] = [Number(ledCount), Number(unitCount)]
  const isWhole = model.trim() !== '' && Number.isInteger(leds) && leds > 0 && Number.isInteger(units) && units > 0
  const number = (label: string, value: string, set: (text: string) => void) => (
    <label className="flex items-center gap-1">
      {label}
      <input
        inputMode="numeric"
        value={value}
        maxLength={5}
        onChange={(event) => set(event.target.value)}
        className={`w-14 text-right ${FIELD}`}
      />
    </label>
  )
  return (
    <details className="text-[13px]" open={held !== undefined}>
      <summary className="cursor-pointer text-faded">
        {held === undefined
          ? 'What its program is told hangs here …'
          : `Its program is told ${held.unitCount} × ${held.model}, ${held.ledCount} LEDs each`}
      </summary>
      <div className="mt-1 space-y-1">
        {offered.map((standIn) => (
          <Button
            key={standIn.model.name}
            small
            onClick={() => {
              setModel(standIn.model.name)
              setLedCount(String(standIn.model.ledCount))
              setUnitCount(String(standIn.unitCount))
            }}
          >
            {standIn.unitCount} × {standIn.model.name} ({standIn.model.ledCount} LEDs)
            {standIn.darkCount > 0
              ? `: ${standIn.darkCount} dark`
              : standIn.spillCount > 0
                ? `: ${standIn.spillCount} too many`
                : ': exact'}
          </Button>
        ))}
        <div className="flex flex-wrap items-center gap-2">
          <label className="flex items-center gap-1">
            model
            <input
              value={model}
              maxLength={120}
              onChange={(event) => setModel(event.target.value)}
              className={`w-32 ${FIELD}`}
            />
          </label>
          {number('LEDs each', ledCount, setLedCount)}
          {number('units', unitCount, setUnitCount)}
          <Button
            small
            disabled={!isWhole}
            onClick={() => dispatch(modelEdit(placed.ref, { model: model.trim(), ledCount: leds, unitCount: units }))}
          >
            Tell it so
          </Button>
          {held !== undefined && (
            <Button small onClick={() => dispatch(modelEdit(placed.ref, null))}>
              Say nothing of it
            </Button>
          )}
        </div>
      </div>
    </details>
  )
}

/** What is decided about one port: what applies to it, and nothing else. */
export function PortChoices({ placed }: { readonly placed: PlacedPort }) {
  return (
    <div className="space-y-1 px-3 py-1 empty:hidden">
      <Sync placed={placed} />
      <Covers placed={placed} />
      <LightOwner placed={placed} />
      {placed.port.side === 'gives' && <Trial placed={placed} />}
      <FlatOut placed={placed} />
      {placed.port.side === 'gives' && <DeclaredModel key={placed.key} placed={placed} />}
    </div>
  )
}
