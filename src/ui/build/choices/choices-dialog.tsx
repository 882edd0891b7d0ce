'use client'

import { Plus, Trash2 } from 'lucide-react'
import { nanoid } from 'nanoid'
import { Tabs } from 'radix-ui'
import { useState } from 'react'
import type { SchoolChoice } from '@/core/build/edit-schema'
import { schoolsOf } from '@/core/build/groups'
import type { Group } from '@/core/build/schema'
import { mindKey } from '@/core/build/refs'
import { SCHOOL_NAMES, type School } from '@/core/build/schools'
import { optionsOf, SCHOOL_WORDS } from '@/core/build/school-words'
import { speaksOfChoice } from '@/core/rules/of-choice'
import { findingText } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { SeverityMark } from '@/ui/shared/severity'
import { useActions, useHarness, useVerdicts } from '../context'

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

/** The one choice with a reason: why nothing reports to the CPU header. */
function BlindHeader() {
  const { build } = useHarness()
  const { dispatch } = useActions()
  const held = build.choices.cpuHeaderBlindReason ?? ''
  const [text, setText] = useState(held)
  const keep = () => {
    const reason = text.trim()
    if (reason !== held) dispatch({ type: 'chooseBlind', reason: reason === '' ? null : reason })
  }
  return (
    <label className="block">
      <span className="font-semibold">No fan reports to the CPU header on purpose?</span>
      <span className="block text-[13px] text-faded">
        A board that reads nothing there may refuse to start. If that is meant, write why; empty, it stays a stop.
      </span>
      <input
        value={text}
        maxLength={MOST_REASON}
        placeholder="because …"
        onChange={(event) => setText(event.target.value)}
        onBlur={keep}
        className="mt-1 w-full rounded border border-seam bg-linen px-2 py-1"
      />
    </label>
  )
}

/** What is threaded otherwise than the choices say, at once after each of them. */
function Unfitting() {
  const { findings } = useVerdicts()
  const against = findings.filter(speaksOfChoice)
  return (
    <section aria-label="What does not fit" aria-live="polite" className="rounded bg-weft p-2 text-[13px]">
      {against.length === 0 ? (
        'Every thread fits these choices.'
      ) : (
        <ul className="max-h-36 space-y-1 overflow-y-auto">
          {against.map((finding) => (
            <li key={mindKey(finding)} className="flex gap-1.5">
              <span className="mt-0.5">
                <SeverityMark look={finding.severity} size={14} />
              </span>
              {findingText(finding)}
            </li>
          ))}
        </ul>
      )}
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
      footer={<Unfitting />}
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
          <BlindHeader />
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
