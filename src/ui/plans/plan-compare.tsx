import { useMemo } from 'react'
import { portKey } from '@/core/build/refs'
import { between } from '@/core/weave/plan/differences'
import { boughtTexts, endText, MANNER_WORDS } from '@/core/wording/plan-text'
import { countOf } from '@/core/wording/text'
import type { Shown } from './use-shown'

/** What two plans do differently, lead by lead; what is bought stands above it. */
export function PlanCompare({ here, there }: { readonly here: Shown; readonly there: Shown }) {
  const differences = useMemo(() => between(here, there), [here, there])
  const names = [here, there].map(({ sent }) => MANNER_WORDS[sent.manner].name)
  const buys = [here, there].map(({ today, plan }) => boughtTexts(today, plan).join('; ') || 'nothing')
  return (
    <table className="w-full text-[13px]">
      <thead>
        <tr className="text-left align-top">
          <th scope="col" className="w-1/5 py-1 pr-3 font-normal text-faded">
            {differences.length === 0
              ? 'No lead goes elsewhere'
              : `${countOf(differences.length, 'lead')} ${differences.length === 1 ? 'goes' : 'go'} elsewhere`}
          </th>
          {names.map((name) => (
            <th key={name} scope="col" className="py-1 pr-3 font-semibold">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr className="border-t border-thread align-top">
          <th scope="row" className="py-1 pr-3 text-left font-normal text-faded">
            To buy
          </th>
          {buys.map((text, index) => (
            <td key={names[index]} className="py-1 pr-3">
              {text}
            </td>
          ))}
        </tr>
        {differences.map(({ lead, here: one, there: other }) => (
          <tr key={portKey(lead)} className="border-t border-thread align-top">
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {here.after.name(lead)}
            </th>
            <td className="py-1 pr-3">{endText(here.after, lead, one)}</td>
            <td className="py-1 pr-3">{endText(there.after, lead, other)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
