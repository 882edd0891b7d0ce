'use client'

import { Plus, Trash2 } from 'lucide-react'
import { nanoid } from 'nanoid'
import Link from 'next/link'
import { Tabs } from 'radix-ui'
import { useState } from 'react'
import { blindEdit } from '@/core/build/choose'
import type { SchoolChoice, SettingChoice } from '@/core/build/edit-schema'
import { schoolsOf } from '@/core/build/groups'
import type { Group } from '@/core/build/schema'
import { SETTINGS, type Setting } from '@/core/build/settings'
import { findingKey, sameRef } from '@/core/build/refs'
import { SCHOOL_NAMES, type School } from '@/core/build/schools'
import { optionsOf, SCHOOL_WORDS } from '@/core/wording/school-words'
import { CHOICE_ASKS, idleChoices } from '@/core/ask/choice-subjects'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { speaksOfChoice } from '@/core/rules/engine/of-choice'
import { findingText } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { SeverityMark } from '@/ui/shared/severity'
import { useActions, useHarness, useVerdicts } from '@/ui/session/context'

const BUILD = 'build'
const MOST_REASON = 120

/** One school: its question, and each way to answer it with what it gains and costs. */
function SchoolField({ school, groupId }: { readonly school: School; readonly groupId: string | undefined }) {
  const { build } = useHarness()
  const { dispatch } = useActions()
  const value = schoolsOf(build, groupId)[school] ?? null
  const { question, open } = SCHOOL_WORDS[school]
  const name = `${school} ${groupId ?? BUILD}`
  const choose = (next: string | null) =>
    dispatch({
      type: 'chooseSchool',
      ...(groupId === undefined ? {} : { groupId }),
      choice: { school, value: next } as SchoolChoice,
    })
  const wordForOpen = groupId === undefined ? open : 'as the whole build'
  return (
    <fieldset className="border-b border-thread pb-3 last:border-b-0">
      <legend className="font-semibold">{question}</legend>
      <div className="mt-1 grid gap-1 sm:grid-cols-2">
        <label className="flex items-start gap-2 rounded border border-thread p-2 has-checked:border-woad has-checked:bg-woad-wash">
          <input
            type="radio"
            name={name}
            checked={value === null}
            onChange={() => choose(null)}
            className="mt-1 accent-woad"
          />
          <span>
            Not decided <span className="block text-[13px] text-faded">{wordForOpen}</span>
          </span>
        </label>
        {optionsOf(school).map((option) => (
          <label
            key={option.value}
            className="flex items-start gap-2 rounded border border-thread p-2 has-checked:border-woad has-checked:bg-woad-wash"
          >
            <input
              type="radio"
              name={name}
              checked={value === option.value}
              onChange={() => choose(option.value)}
              className="mt-1 accent-woad"
            />
            <span>
              {option.name}
              <span className="block text-[13px] text-moss">+ {option.gains}</span>
              <span className="block text-[13px] text-weld">− {option.costs}</span>
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}

/** Who belongs to a group: every device of the build as a switch. */
function Members({ group }: { readonly group: Group }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const devices = harness.items.filter(({ id }) => {
    const { all } = harness.factsOfItem(id)
    return all.motor.length > 0 || all.light.length > 0
  })
  const toggle = (itemId: string) => {
    const itemIds = group.itemIds.includes(itemId)
      ? group.itemIds.filter((id) => id !== itemId)
      : [...group.itemIds, itemId]
    dispatch({ type: 'setGroup', group: { ...group, itemIds } })
  }
  return (
    <fieldset>
      <legend className="font-semibold">Who belongs to it</legend>
      <div className="mt-1 flex max-h-40 flex-wrap gap-1 overflow-y-auto">
        {devices.map(({ id, mark }) => (
          <Button
            key={id}
            small
            aria-pressed={group.itemIds.includes(id)}
            className={group.itemIds.includes(id) ? 'bg-woad-wash' : ''}
            title={harness.factsOfItem(id).part.name}
            onClick={() => toggle(id)}
          >
            {mark}
          </Button>
        ))}
      </div>
    </fieldset>
  )
}

/** One CPU header: whether it is left without a report on purpose, and why. */
function BlindHeader({ header }: { readonly header: PlacedPort }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const { choices } = harness.build
  const own = choices.blindHeaders?.find(({ at }) => sameRef(at, header.ref))?.reason ?? ''
  const [text, setText] = useState(own)
  const keep = () => {
    const reason = text.trim()
    if (reason !== own) dispatch(blindEdit(header.ref, reason === '' ? null : reason))
  }
  return (
    <label className="block">
      <span className="text-[13px]">{harness.name(header.ref)}</span>
      <input
        value={text}
        maxLength={MOST_REASON}
        placeholder="because …"
        onChange={(event) => setText(event.target.value)}
        onBlur={keep}
        className="mt-0.5 w-full rounded border border-seam bg-linen px-2 py-1"
      />
    </label>
  )
}

/** Why nothing reports to a CPU header, header by header; and what an older file says of all of them. */
function BlindHeaders() {
  const harness = useHarness()
  const { dispatch } = useActions()
  const headers = harness.ports.filter(({ port }) => port.role === 'cpu')
  const ofAll = harness.build.choices.cpuHeaderBlindReason
  if (headers.length === 0) return null
  return (
    <fieldset className="space-y-1">
      <legend className="font-semibold">No fan reports to the CPU header on purpose?</legend>
      <p className="text-[13px] text-faded">
        A board that reads nothing there may refuse to start. If that is meant, write why; empty, it stays a stop.
      </p>
      {headers.map((header) => (
        <BlindHeader key={header.key} header={header} />
      ))}
      {ofAll !== undefined && (
        <p className="flex items-center justify-between gap-2 text-[13px]">
          For every board: {ofAll}.
          <Button small onClick={() => dispatch({ type: 'chooseBlind', reason: null })}>
            No more
          </Button>
        </p>
      )}
    </fieldset>
  )
}

const SETTING_FIELDS = [
  ['leadSlackMm', 'Slack that a lead should keep', 'mm'],
  ['hoseSlackMm', 'Slack that a hose needs for its bends', 'mm'],
  ['copperTemperatureC', 'How warm the copper of the leads is', '°C'],
  ['leastFramesPerSecond', 'Pictures a second that lights should show at least', ''],
] as const satisfies readonly (readonly [Setting, string, string])[]

/** A figure that holds for the whole build; empty, what is usual counts. */
function SettingField({
  name,
  words,
  unit,
}: {
  readonly name: Setting
  readonly words: string
  readonly unit: string
}) {
  const { build } = useHarness()
  const { dispatch } = useActions()
  const { least, most, usual } = SETTINGS[name]
  const held = build.choices[name]
  const [text, setText] = useState(held === undefined ? '' : String(held))
  const value = text.trim() === '' ? null : Number(text)
  const isOut = value !== null && !(value >= least && value <= most)
  const keep = () => {
    if (isOut || value === (held ?? null)) return
    dispatch({ type: 'chooseSetting', setting: { name, value } as SettingChoice })
  }
  return (
    <label className="flex items-center justify-between gap-2">
      <span>
        {words}
        {isOut && (
          <span role="alert" className="block text-[13px] text-madder">
            Give a figure from {least} to {`${most} ${unit}`.trim()}; this one is not kept.
          </span>
        )}
      </span>
      <span className="flex items-center gap-1 whitespace-nowrap text-[13px] text-faded">
        <input
          type="number"
          inputMode="decimal"
          min={least}
          max={most}
          value={text}
          placeholder={String(usual)}
          aria-invalid={isOut}
          onChange={(event) => setText(event.target.value)}
          onBlur={keep}
          className="w-20 rounded border border-seam bg-linen px-2 py-1 text-right text-ink"
        />
        <span className="w-6">{unit}</span>
      </span>
    </label>
  )
}

function Settings() {
  return (
    <fieldset className="space-y-1.5">
      <legend className="font-semibold">Figures for the whole build</legend>
      {SETTING_FIELDS.map(([name, words, unit]) => (
        <SettingField key={name} name={name} words={words} unit={unit} />
      ))}
    </fieldset>
  )
}

/** What is threaded otherwise than the choices say, and choices that speak of nothing yet, at once after each of them. */
function Unfitting({ onLeave }: { readonly onLeave: () => void }) {
  const harness = useHarness()
  const { findings } = useVerdicts()
  const against = findings.filter(speaksOfChoice)
  const idle = idleChoices(harness)
  return (
    <section
      aria-label="What does not fit"
      aria-live="polite"
      className="max-h-36 overflow-y-auto rounded bg-weft p-2 text-[13px]"
    >
      {against.length === 0 && idle.length === 0 && 'Every connection fits these choices.'}
      <ul className="space-y-1">
        {against.map((finding) => (
          <li key={findingKey(finding)} className="flex gap-1.5">
            <span className="mt-0.5">
              <SeverityMark look={finding.severity} size={14} />
            </span>
            {findingText(finding)}
          </li>
        ))}
        {idle.map(({ school, groupName }) => (
          <li key={`${groupName ?? ''} ${school}`}>
            The choice of {SCHOOL_WORDS[school].name}
            {groupName === undefined ? '' : ` for ${groupName}`} speaks of nothing yet: {CHOICE_ASKS[school].words}.{' '}
            <Link
              href={`/builds/${harness.build.id}/${CHOICE_ASKS[school].stage}`}
              onClick={onLeave}
              className="text-woad underline"
            >
              Go there
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Schools({ groupId }: { readonly groupId: string | undefined }) {
  const wanted = groupId === undefined ? 'build' : 'group'
  // A school with one way to answer it asks nothing.
  const schools = SCHOOL_NAMES.filter(
    (school) => ['both', wanted].includes(SCHOOL_WORDS[school].of) && optionsOf(school).length > 1,
  )
  return schools.map((school) => <SchoolField key={school} school={school} groupId={groupId} />)
}

const TAB =
  'rounded-md border border-thread px-2 py-1 text-[13px] data-[state=active]:border-woad data-[state=active]:bg-woad-wash data-[state=active]:font-semibold'

/** A name for a new group that none of the others has. */
function freeName(groups: readonly Group[]): string {
  for (let number = groups.length + 1; ; number += 1) {
    const name = `Group ${number}`
    if (!groups.some((group) => group.name === name)) return name
  }
}

/** What the builder decides one way or the other, for the whole build and for groups of it. */
export function ChoicesDialog({ onClose }: { readonly onClose: () => void }) {
  const { build } = useHarness()
  const { dispatch } = useActions()
  const groups = build.groups ?? []
  const [chosen, setTab] = useState(BUILD)
  const tab = groups.some(({ id }) => id === chosen) ? chosen : BUILD
  const addGroup = () => {
    const group = { id: nanoid(), name: freeName(groups), itemIds: [] }
    if (dispatch({ type: 'setGroup', group })) setTab(group.id)
  }
  return (
    <Dialog
      isOpen
      onClose={onClose}
      title="Choices"
      description="Where there is more than one good way, say which is yours. Each can be undone."
      footer={<Unfitting onLeave={onClose} />}
    >
      <Tabs.Root value={tab} onValueChange={setTab}>
        <div className="mb-3 flex flex-wrap items-center gap-1">
          <Tabs.List aria-label="For what" className="flex flex-wrap gap-1">
            <Tabs.Trigger value={BUILD} className={TAB}>
              The whole build
            </Tabs.Trigger>
            {groups.map(({ id, name }) => (
              <Tabs.Trigger key={id} value={id} className={TAB}>
                {name}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Button small tone="quiet" onClick={addGroup}>
            <Plus size={14} aria-hidden /> New group
          </Button>
        </div>
        <Tabs.Content value={BUILD} className="space-y-3">
          <Schools groupId={undefined} />
          <BlindHeaders />
          <Settings />
        </Tabs.Content>
        {groups.map((group) => (
          <Tabs.Content key={group.id} value={group.id} className="space-y-3">
            <div className="flex items-center gap-2">
              <InlineEdit
                value={group.name}
                label="Name of the group"
                maxLength={60}
                onSave={(name) => dispatch({ type: 'setGroup', group: { ...group, name } })}
                className="grow font-display font-semibold"
              />
              <Button small onClick={() => dispatch({ type: 'removeGroup', groupId: group.id })}>
                <Trash2 size={14} aria-hidden /> No such group
              </Button>
            </div>
            <Members group={group} />
            <Schools groupId={group.id} />
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </Dialog>
  )
}
