import { portKey } from '../build/refs'
import { LoomError } from '../errors'
import { exactly } from '../operate/motor-speed'
import type { PortRef } from '../schema/schema-kit'
import type { Said, Trouble } from './diagnose'
import type { SeenFile } from './report-schema'
import { speedAgainst, type Sight, type Value } from './sight'
import type { Rehearsal } from './simulate'

/** What some sensors print where nothing reports at all. */
const NO_SPEED_RPM = [0, 65_535]

/** How a speed that is read, in rpm, looks beside the one that was planned. */
export function valueOfRpm(rehearsal: Rehearsal, { key }: Sight, rpm: number): Value {
  const heard = rehearsal.plan.readings.get(key) ?? []
  if (NO_SPEED_RPM.includes(rpm)) return heard.length === 0 ? 'asPlanned' : 'nothing'
  if (heard.length === 0) return 'moves'
  const planned = heard.length === 1 ? heard[0]!.rpm : undefined
  return planned === undefined ? 'turns' : speedAgainst(exactly(rpm), planned)
}

/** The sight of a kind at a port, or at any port of its thing. */
const sightAt = (sights: readonly Sight[], wanted: Pick<Sight, 'kind' | 'at' | 'zone'>): Sight | undefined =>
  sights.find(
    ({ kind, at, zone }) =>
      kind === wanted.kind &&
      (kind === 'board' || kind === 'box' || kind === 'air'
        ? at.itemId === wanted.at.itemId
        : portKey(at) === portKey(wanted.at) && (wanted.zone === undefined || zone === wanted.zone)),
  )

const refuse = (place: string, message: string) => new LoomError('REQUEST_REFUSED', `At ${place}: ${message}`, place)

/**
 * What a file of sights and findings says of a machine. `portOf` finds a port by its mark and name, and says where there
 * is none. Throws where something is said twice, or of nothing that is there, with its place.
 */
export function saidOf(trouble: Trouble, file: SeenFile, portOf: (text: string, kind: Sight['kind']) => PortRef): Said {
  const seen = new Map<string, Value>()
  for (const [index, { of: kind, at, zone, is, rpm }] of file.seen.entries()) {
    const place = `/seen/${index}`
    const sight = sightAt(trouble.rehearsal.sights, {
      kind,
      at: portOf(at, kind),
      ...(zone === undefined ? {} : { zone }),
    })
    if (sight === undefined) throw refuse(place, `“${at}” has no ${kind} that can be seen.`)
    if ((is === undefined) === (rpm === undefined)) throw refuse(place, 'say either how it is, or its rpm.')
    if (rpm !== undefined && kind !== 'reading') throw refuse(place, 'rpm are read at a header or an outlet.')
    const value = is ?? valueOfRpm(trouble.rehearsal, sight, rpm!)
    const before = seen.get(sight.key)
    if (before !== undefined && before !== value) throw refuse(place, `“${at}” was said to be ${before} before.`)
    seen.set(sight.key, value)
  }
  const found = new Map<string, string>()
  for (const [index, { look, is }] of (file.found ?? []).entries()) {
    const place = `/found/${index}`
    if (!trouble.looks.some(({ key }) => key === look)) throw refuse(place, `there is no look “${look}”.`)
    found.set(look, is)
  }
  return { seen, found }
}
