import { lightReportOf } from '@/core/light/report'
import type { LightReport } from '@/core/light/report-schema'
import { FULL_WHITE } from '@/core/physics/led'
import { OWNER_WORDS } from '@/core/rules/light/light-owner'
import { missText, modelsText } from '@/core/wording/light-text'
import { useHarness } from '@/ui/session/context'
import { CELL, PlainTable } from '@/ui/shared/plain-table'

type Line = LightReport['lines'][number]

const rangeText = ({ mark, zone, fromLed, toLed }: Line['lights'][number]) =>
  `${mark} ${zone}${fromLed === null ? '' : ` ${fromLed}–${toLed ?? '?'}`}`

/** What its box is to be told: the best stand-in where it knows models, else how many LEDs hang there. */
function declareText({ standIns, ledCount, unknownCount }: Line): string {
  const [best] = standIns
  if (best !== undefined) return `${modelsText(best)}: ${missText(best)}`
  return unknownCount > 0 ? `at least ${ledCount} LEDs: count the rest` : `${ledCount} LEDs`
}

/** The slots of the program in the order of the case, where the chain does not run so by itself. */
const slotsText = ({ jumpCount, slots }: Line['legs'][number]) =>
  jumpCount === 0 ? [] : [slots.map(({ slot, mark }) => `${slot} (${mark})`).join(', ')]

function Row({ line }: { readonly line: Line }) {
  const legs = [...new Set(line.lights.map(({ leg }) => leg))]
  const slots = line.legs.flatMap(slotsText)
  return (
    <tr className="border-t border-thread break-inside-avoid">
      <th scope="row" className={`${CELL} font-semibold`}>
        {line.name}
      </th>
      <td className={CELL}>
        {legs.map((leg) => (
          <span key={leg} className="block">
            {line.lights
              .filter((light) => light.leg === leg)
              .map(rangeText)
              .join(', ')}
          </span>
        ))}
        {slots.map((text) => (
          <span key={text} className="block text-faded">
            sort the program’s list to: {text}
          </span>
        ))}
      </td>
      <td className={CELL}>{declareText(line)}</td>
      <td className={CELL}>{line.owner === null ? 'unknown' : OWNER_WORDS[line.owner]}</td>
    </tr>
  )
}

/** What to tell the programs of lights: devices in order with their LED numbers, what to declare, who rules; and screens. */
export function Lights() {
  const { lines, screens } = lightReportOf(useHarness(), FULL_WHITE)
  if (lines.length === 0) return <p className="text-faded">No light hangs on anything that rules it.</p>
  return (
    <>
      <p className="mb-1">Legs of a splitter show the same and stand one below the other; LEDs are counted from 1.</p>
      <PlainTable heads={['outlet', 'devices and their LEDs, in order', 'declare there', 'ruled by']}>
        {lines.map((line) => (
          <Row key={line.name} line={line} />
        ))}
      </PlainTable>
      {screens.map(({ itemId, mark, name, rotationDegrees, shows }) => (
        <p key={`${itemId} ${name}`} className="mt-1">
          {mark} {name}:{' '}
          {rotationDegrees === null
            ? 'its rotation is open, since its place or its lead corner is not said'
            : `turn its picture by ${rotationDegrees}° clockwise`}
          {shows !== null && `; it shows ${shows}`}.
        </p>
      ))}
    </>
  )
}
