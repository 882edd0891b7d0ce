'use client'

import Link from 'next/link'
import { SCHOOLS } from '@/core/build/schools'
import { ownedLights, type OwnedLight, type RuledBy } from '@/core/light/owners'
import type { Harness } from '@/core/operate/harness'
import { OWNER_WORDS } from '@/core/rules/light/light-owner'
import { countOf } from '@/core/wording/text'
import { useFocus } from '@/ui/focus/focus'
import { useActions } from '@/ui/session/context'
import { buttonClass } from '@/ui/shared/button'
import { SELECT } from '@/ui/shared/select-class'

const byText = (by: RuledBy): string =>
  by === undefined
    ? 'unknown: nobody says whether its box needs a program'
    : by === 'nobody'
      ? 'nobody: it stays dark'
      : by === 'several'
        ? 'several at once: they spoil each other'
        : OWNER_WORDS[by]

/** The lights that have one owner, told together: the owner, and which lights. */
function rowsOf(lights: readonly OwnedLight[]): readonly (readonly [by: RuledBy, lights: readonly OwnedLight[]])[] {
  const owners = [...new Set(lights.map(({ by }) => by))]
  return owners.map((by) => [by, lights.filter((light) => light.by === by)])
}

/** Who rules each light, and all of it given to one. */
export function Owners({ harness }: { readonly harness: Harness }) {
  const { dispatch } = useActions()
  const assemblyId = useFocus((state) => state.assemblyId)
  const lights = ownedLights(harness).filter(({ item }) => assemblyId === null || item.assemblyId === assemblyId)
  const value = harness.build.choices.schools?.light ?? ''
  const otherCount = lights.filter(({ by, wanted }) => wanted !== undefined && by !== wanted).length
  const choose = (owner: string) => {
    const chosen = SCHOOLS.light.find((known) => known === owner) ?? null
    dispatch({ type: 'chooseSchool', choice: { school: 'light', value: chosen } })
  }
  return (
    <section
      aria-label="Who rules the lights"
      className="space-y-2 rounded-lg border border-thread bg-cloth p-3 text-[14px]"
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h3 className="grow font-display text-base font-semibold">Who rules the lights</h3>
        <label className="inline-flex items-center gap-1">
          <span className="text-faded">Give all of it to</span>
          <select value={value} onChange={(event) => choose(event.target.value)} className={SELECT}>
            <option value="">nobody in particular</option>
            {SCHOOLS.light.map((owner) => (
              <option key={owner} value={owner}>
                {OWNER_WORDS[owner]}
              </option>
            ))}
          </select>
        </label>
      </div>
      <table className="w-full">
        <caption className="sr-only">Each owner with the lights that it rules</caption>
        <tbody>
          {rowsOf(lights).map(([by, own]) => (
            <tr key={by ?? 'unknown'} className="border-t border-thread align-top">
              <th scope="row" className="w-2/5 py-0.5 pr-3 text-left font-normal">
                {byText(by)}
              </th>
              <td className="py-0.5">{own.map(({ item, zone }) => `${item.mark} ${zone}`).join(', ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {otherCount > 0 && (
        <p className="flex flex-wrap items-center gap-2">
          {countOf(otherCount, 'light')} {otherCount === 1 ? 'is' : 'are'} ruled otherwise than chosen.
          <Link href={`/builds/${harness.build.id}/plans`} className={buttonClass('plain', true)}>
            Plan the moves
          </Link>
        </p>
      )}
    </section>
  )
}
