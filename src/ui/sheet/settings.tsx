import { headSettings, ignoredHeaders, type HeadSetting, type IgnoredFor } from '@/core/sheet/settings'
import { MODE_WORDS, pointsText } from '@/core/wording/curve-text'
import { HEAT_WORDS } from '@/core/wording/heat-words'
import { listNames } from '@/core/wording/text'
import { useHarness } from '@/ui/session/context'
import { CELL, PlainTable } from '@/ui/shared/plain-table'

const MS_PER_SECOND = 1000

/** What a curve has beside its points, in the words of menus. */
function finerText({ curve }: HeadSetting): string {
  if (curve === undefined) return ''
  const { hysteresisC, stepUpMs, stepDownMs, leastDutyPercent, stopBelowC } = curve
  return [
    hysteresisC === undefined ? undefined : `hysteresis ${hysteresisC} °C`,
    stepUpMs === undefined ? undefined : `a whole swing up in ${stepUpMs / MS_PER_SECOND} s`,
    stepDownMs === undefined ? undefined : `down in ${stepDownMs / MS_PER_SECOND} s`,
    leastDutyPercent === undefined ? undefined : `never under ${leastDutyPercent} %`,
    stopBelowC === undefined ? undefined : `stops below ${stopBelowC} °C`,
  ]
    .filter((text) => text !== undefined)
    .join(', ')
}

function Row({ setting }: { readonly setting: HeadSetting }) {
  const { name, where, mode, isChosen, curve } = setting
  const finer = finerText(setting)
  return (
    <tr className="border-t border-thread break-inside-avoid">
      <th scope="row" className={`${CELL} font-semibold`}>
        {name}
      </th>
      <td className={CELL}>
        {mode === undefined ? 'in its program' : MODE_WORDS[mode]}
        {isChosen && <span className="text-faded"> (your choice)</span>}
      </td>
      <td className={CELL}>{curve === undefined ? '' : HEAT_WORDS[curve.heatSource ?? 'processor']}</td>
      <td className={CELL}>
        {curve === undefined ? (
          <span className="text-faded">{where === 'firmware' ? 'no curve written down' : ''}</span>
        ) : (
          pointsText(curve)
        )}
        {finer !== '' && <span className="block text-faded">{finer}</span>}
      </td>
    </tr>
  )
}

const IGNORED_WORDS: Readonly<Record<Exclude<IgnoredFor, 'reportsOnly'>, readonly [one: string, many: string]>> = {
  empty: ['has nothing plugged', 'have nothing plugged'],
  unheard: ['feeds what neither listens nor reports', 'feed what neither listens nor reports'],
  silent: ['reads 0 rpm by design', 'read 0 rpm by design'],
}
const WHYS = Object.keys(IGNORED_WORDS) as readonly (keyof typeof IGNORED_WORDS)[]

/** What the firmware shows and nobody has to look for. */
function Ignored() {
  const ignored = ignoredHeaders(useHarness())
  const parts = WHYS.flatMap((why) => {
    const names = ignored.filter((header) => header.why === why).map(({ name }) => name)
    return names.length === 0 ? [] : [`${listNames(names)} ${IGNORED_WORDS[why][names.length === 1 ? 0 : 1]}`]
  })
  const readers = ignored.filter(({ why }) => why === 'reportsOnly').map(({ name }) => name)
  return (
    <>
      {parts.length > 0 && (
        <p className="mt-1">To ignore there: {parts.join('; ')}. Switch off warnings of 0 rpm there.</p>
      )}
      {readers.length > 0 && (
        <p className="mt-1">
          {listNames(readers)} only {readers.length === 1 ? 'reads' : 'read'} a speed: nothing that is set there changes
          it, but keep {readers.length === 1 ? 'its warning' : 'their warnings'} of 0 rpm.
        </p>
      )}
    </>
  )
}

/** What to set in the firmware of the board and in the programs of boxes, in the order of their menus. */
export function Settings() {
  const settings = headSettings(useHarness())
  if (settings.length === 0) return <p className="text-faded">No header is used yet.</p>
  return (
    <>
      <p className="mb-1">
        For each: the mode first, then whose heat it listens to, then its points, then the rest. Save, restart, and look
        whether the fans do it.
      </p>
      <PlainTable heads={['header or outlet', 'mode', 'listens to', 'asks for']}>
        {settings.map((setting) => (
          <Row key={setting.name} setting={setting} />
        ))}
      </PlainTable>
      <Ignored />
    </>
  )
}
