import type { PortRef } from '../schema/schema-kit'
import type { About, Choice, SingleEdit } from './edit-schema'
import type { FacetName } from './facets'
import type { Air, Curve, DeclaredModel, Place, ScreenSetting } from './facet-schemas'
import type { Build } from './schema'
import type { SCHOOLS } from './schools'

type LightOwner = (typeof SCHOOLS.light)[number]

const choose = (choice: Choice): SingleEdit => ({ type: 'choose', choice })
const unchoose = (list: FacetName, about: About): SingleEdit => ({ type: 'unchoose', list, about })

/** Sets a header's mode; null leaves it to what hangs there. */
export const modeEdit = (at: PortRef, mode: 'pwm' | 'dc' | 'auto' | null): SingleEdit =>
  mode === null ? unchoose('modes', at) : choose({ list: 'modes', entry: { at, mode } })

/** Leaves a lead loose on purpose, with a reason; null makes it want a port again. */
export const parkEdit = (at: PortRef, reason: string | null): SingleEdit =>
  reason === null ? unchoose('parked', at) : choose({ list: 'parked', entry: { at, reason } })

/** Leaves a CPU header without a report on purpose, with a reason; null makes it a stop again. */
export const blindEdit = (at: PortRef, reason: string | null): SingleEdit =>
  reason === null ? unchoose('blindHeaders', at) : choose({ list: 'blindHeaders', entry: { at, reason } })

/** Says who rules the light on this lead by itself; null leaves it to its group or the build. */
export const lightOwnerEdit = (at: PortRef, owner: LightOwner | null): SingleEdit =>
  owner === null ? unchoose('lightOwners', at) : choose({ list: 'lightOwners', entry: { at, owner } })

/** Says whether a port worked when it was tried; null forgets the trial. */
export const trialEdit = (at: PortRef, worked: boolean | null): SingleEdit =>
  worked === null ? unchoose('portTrials', at) : choose({ list: 'portTrials', entry: { at, worked } })

/** Says which model a box is told it drives; null says nothing of it any more. */
export const modelEdit = (at: PortRef, model: Omit<DeclaredModel, 'at'> | null): SingleEdit =>
  model === null ? unchoose('declaredModels', at) : choose({ list: 'declaredModels', entry: { at, ...model } })

/** States that a motor runs at full speed on purpose; null takes it back. */
export const flatOutEdit = (at: PortRef, reason: string | null): SingleEdit =>
  reason === null ? unchoose('flatOut', at) : choose({ list: 'flatOut', entry: { at, reason } })

/** Says whether the setting that makes a box follow its sync input is made; null says nothing of it any more. */
export const syncEdit = (at: PortRef, isOn: boolean | null): SingleEdit =>
  isOn === null ? unchoose('syncSettings', at) : choose({ list: 'syncSettings', entry: { at, isOn } })

/** Gives a box its number in a cascade. */
export const addressEdit = (itemId: string, addressNumber: number): SingleEdit =>
  choose({ list: 'addresses', entry: { itemId, addressNumber } })

/** Says whether the cover is on the bare contacts of this port. */
export const coverEdit = (at: PortRef, isOn: boolean): SingleEdit =>
  isOn ? choose({ list: 'covered', entry: at }) : unchoose('covered', at)

/** Says where an item sits and how. */
export const placeEdit = (place: Place): SingleEdit => choose({ list: 'places', entry: place })

/** Says nothing any more of where an item sits. */
export const unplaceEdit = (itemId: string): SingleEdit => unchoose('places', { itemId })

/** Gives a header or an outlet its curve of a set; null takes it away. */
export const curveEdit = (
  set: 'tuned' | 'stock',
  curve: Curve | { readonly at: PortRef; readonly points: null },
): SingleEdit => {
  const list = set === 'tuned' ? 'curves' : 'stockCurves'
  return curve.points === null ? unchoose(list, curve.at) : choose({ list, entry: curve })
}

/** Says what is set in the program of one screen of an item; what was said of its other screens stays. */
export const screensEdit = (build: Build, itemId: string, setting: ScreenSetting): SingleEdit => {
  const held = build.choices.screens?.find((entry) => entry.itemId === itemId)?.screens ?? []
  const others = held.filter(({ screenId }) => screenId !== setting.screenId)
  return choose({ list: 'screens', entry: { itemId, screens: [...others, setting] } })
}

/** Says how a case is to breathe. */
export const airEdit = (air: Air): SingleEdit => choose({ list: 'air', entry: air })
