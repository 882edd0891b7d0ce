import type { Choice } from '../build/edit-schema'
import type { Curve, FacetEntry, Place } from '../build/facet-schemas'
import type { FacetName } from '../build/facets'
import type { Build } from '../build/schema'
import { schoolWord } from './school-words'
import { countOf } from './text'

/** `front 2, struts inside`: where a thing sits, in a few words, by the names that its case gives. */
function placeWords(build: Build, { mount, spot, processor, inwardFace, number }: Place): string {
  const caseOfItem = build.items.find(({ id }) => id === (mount ?? spot)?.caseItemId)
  const part = build.parts.find(({ id }) => id === caseOfItem?.partId)
  const panel = part?.panels?.find(({ id }) => id === mount?.panelId)?.name ?? mount?.panelId
  const spotName = part?.space?.spots?.find(({ id }) => id === spot?.spotId)?.name ?? spot?.spotId
  const words = [
    mount === undefined ? undefined : `${panel?.toLowerCase()} ${mount.placeNumber}`,
    spot === undefined ? undefined : spotName,
    processor === undefined ? undefined : 'on the processor',
    inwardFace === undefined ? undefined : inwardFace === 'struts' ? 'struts inside' : 'open side inside',
    number === undefined ? undefined : `number ${number}`,
  ].filter((word) => word !== undefined)
  return words.length === 0 ? 'set' : words.join(', ')
}

const curveWords = ({ points }: Curve) => countOf(points.length, 'point')

interface FacetText<F extends FacetName> {
  /** What it decides, in two or three words. */
  readonly name: string
  /** What an entry says, in a few words. */
  readonly value: (entry: FacetEntry<F>, build: Build) => string
}

/** The words of every facet. */
export const FACET_TEXTS: { readonly [F in FacetName]: FacetText<F> } = {
  modes: { name: 'chosen mode', value: ({ mode }) => mode.toUpperCase() },
  parked: { name: 'parking', value: ({ reason }) => reason },
  flatOut: { name: 'full speed on purpose', value: ({ reason }) => reason },
  syncSettings: { name: 'sync setting', value: ({ isOn }) => (isOn ? 'on' : 'off') },
  declaredModels: { name: 'stand-in model', value: ({ unitCount, model }) => `${unitCount} × ${model}` },
  addresses: { name: 'address', value: ({ addressNumber }) => String(addressNumber) },
  covered: { name: 'contact cover', value: () => 'on' },
  blindHeaders: { name: 'blind CPU header', value: ({ reason }) => reason },
  lightOwners: { name: 'owner of the light', value: ({ owner }) => schoolWord('light', owner) },
  portTrials: { name: 'trial of the port', value: ({ worked }) => (worked ? 'worked' : 'did not work') },
  air: { name: 'air', value: ({ speedPercent }) => `fans at ${speedPercent ?? 100} %` },
  screens: {
    name: 'screen settings',
    value: ({ screens }) =>
      screens
        .map(({ pictureTurns, shows }) =>
          [
            ...(pictureTurns === undefined ? [] : [`turned by ${pictureTurns * 90}°`]),
            ...(shows === undefined ? [] : [shows]),
          ].join(', '),
        )
        .join('; '),
  },
  curves: { name: 'curve', value: curveWords },
  stockCurves: { name: 'curve as it came', value: curveWords },
  places: { name: 'place', value: (place, build) => placeWords(build, place) },
}

/** What a facet decides, in two or three words. */
export const facetName = (name: FacetName): string => FACET_TEXTS[name].name

/** What an entry of a facet says, in a few words. */
export function choiceValue(build: Build, { list, entry }: Choice): string {
  const { value }: { readonly value: (entry: never, build: Build) => string } = FACET_TEXTS[list]
  return value(entry as never, build)
}
