'use client'

import { screensEdit } from '@/core/build/choose'
import type { ScreenSetting } from '@/core/build/facet-schemas'
import { screensOf, type PlacedScreen } from '@/core/light/screens'
import type { Harness } from '@/core/operate/harness'
import { useActions } from '@/ui/session/context'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { SELECT } from '@/ui/shared/select-class'

function ScreenRow({ harness, placed }: { readonly harness: Harness; readonly placed: PlacedScreen }) {
  const { dispatch } = useActions()
  const { item, screen, said, rotationDegrees } = placed
  const name = `${item.mark} ${screen.name.toLowerCase()}`
  const say = (change: Partial<ScreenSetting>) => {
    const { pictureTurns, shows } = { ...said, ...change }
    const setting = {
      screenId: screen.id,
      ...(pictureTurns === undefined ? {} : { pictureTurns }),
      ...(shows === undefined ? {} : { shows }),
    }
    dispatch(screensEdit(harness.build, item.id, setting))
  }
  return (
    <li className="space-y-1">
      <p>
        {name}, {screen.widthPx} × {screen.heightPx} px:{' '}
        {rotationDegrees === undefined
          ? 'say in Places where it sits and by which corner its lead leaves'
          : rotationDegrees === 0
            ? 'its picture is upright as it comes'
            : `turn its picture by ${rotationDegrees}° clockwise in its program`}
        .
      </p>
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <label className="inline-flex items-center gap-1">
          <span className="text-faded">set there</span>
          <select
            aria-label={`Set in the program of ${name}`}
            value={said?.pictureTurns ?? ''}
            onChange={({ target }) =>
              say({ pictureTurns: target.value === '' ? undefined : Number(target.value) } as Partial<ScreenSetting>)
            }
            className={SELECT}
          >
            <option value="">nothing yet</option>
            {[0, 1, 2, 3].map((turns) => (
              <option key={turns} value={turns}>
                {turns * 90}°
              </option>
            ))}
          </select>
        </label>
        <span className="inline-flex items-center gap-1">
          <span className="text-faded">shows</span>
          <InlineEdit
            value={said?.shows ?? ''}
            label={`What ${name} shows`}
            maxLength={120}
            placeholder="say what"
            onSave={(shows) => say({ shows: shows === '' ? undefined : shows } as Partial<ScreenSetting>)}
          />
        </span>
      </p>
    </li>
  )
}

/** Every screen of the machine: how its picture is turned, and what it shows. */
export function Screens({ harness }: { readonly harness: Harness }) {
  const screens = screensOf(harness)
  if (screens.length === 0) return null
  return (
    <section aria-label="Screens" className="rounded-lg border border-thread bg-cloth p-3 text-[14px]">
      <h3 className="font-display text-base font-semibold">Screens</h3>
      <ul className="space-y-2">
        {screens.map((placed) => (
          <ScreenRow key={`${placed.item.id} ${placed.screen.id}`} harness={harness} placed={placed} />
        ))}
      </ul>
    </section>
  )
}
