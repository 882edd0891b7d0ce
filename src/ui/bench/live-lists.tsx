import type { Moment } from '@/core/bench/power-up'
import type { Sight, SightKind } from '@/core/bench/sight'
import type { Rehearsal } from '@/core/bench/simulate'
import { KIND_WORDS, sightName, speedText } from '@/core/wording/bench-text'
import { LIT_WORDS } from '@/core/wording/power-up-text'

const SHOWN: readonly SightKind[] = ['reading', 'fan', 'light', 'box']

/** All that a machine shows at a moment, in words. */
export function LiveLists({ rehearsal, moment }: { readonly rehearsal: Rehearsal; readonly moment: Moment }) {
  const { harness, sights } = rehearsal
  const textOf = ({ kind, key, at }: Sight): string => {
    if (!moment.isOn) return 'off'
    if (kind === 'reading') return speedText(moment.readings.get(key))
    if (kind === 'fan') return speedText(moment.speeds.get(key))
    if (kind === 'light') return LIT_WORDS[moment.lights.get(key) ?? 'dark']
    return moment.clashing.has(at.itemId) ? 'one with another' : moment.unseen.has(at.itemId) ? 'not seen' : 'seen'
  }
  const isShown = ({ kind, at }: Sight) => kind !== 'reading' || harness.threadsAt(at).length > 0
  const nameOf = (sight: Sight) => (sight.kind === 'reading' ? harness.name(sight.at) : sightName(harness, sight))
  return (
    <div className="grid items-start gap-3 sm:grid-cols-2 lg:grid-cols-3">
      {SHOWN.map((kind) => {
        const own = sights.filter((sight) => sight.kind === kind && isShown(sight))
        if (own.length === 0) return null
        return (
          <table key={kind} className="w-full rounded-lg bg-cloth text-[14px]">
            <caption className="text-left font-display font-semibold">{KIND_WORDS[kind]}</caption>
            <tbody>
              {own.map((sight) => (
                <tr key={sight.key} className="border-t border-thread">
                  <th scope="row" className="px-2 py-0.5 text-left font-normal">
                    {nameOf(sight)}
                  </th>
                  <td className="px-2 text-right whitespace-nowrap">{textOf(sight)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )
      })}
    </div>
  )
}
