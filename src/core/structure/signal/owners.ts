import { drivesAt, hasPump, hasRoles } from '../wiring/part-facts'
import { chosenFor, type Schools } from '../../build/groups'
import { sameRef } from '../../build/refs'
import type { Build } from '../../build/schema'
import type { PortRef } from '../../schema/schema-kit'
import { signalInflow } from '../wiring/upstream'
import type { PlacedPort, Wiring } from '../wiring/wiring'

export type SpeedOwner = 'board' | 'controller' | 'sync' | 'pump'
export type LightOwner = NonNullable<Schools['light']>

/** Who rules what hangs on the port that a speed command comes from; `follows` says whether it comes through a box that follows. */
export function speedOwnerOf(head: Pick<PlacedPort, 'facts'>, follows: boolean): SpeedOwner {
  if (follows) return 'sync'
  if (hasRoles(head.facts)) return 'board'
  return hasPump(head.facts) ? 'pump' : 'controller'
}

/** Who rules a light of this maker at a port that makes light data; undefined where nobody says whether it needs a program. */
export function lightOwnerOf(
  source: Pick<PlacedPort, 'facts' | 'port'>,
  maker: string | undefined,
): LightOwner | undefined {
  if (hasRoles(source.facts)) return 'board'
  const drives = drivesAt(source.facts, source.port.id, 'light')
  if (drives?.needsProgram === undefined) return undefined
  if (!drives.needsProgram) return 'handBox'
  return source.facts.part.maker === maker ? 'maker' : 'foreign'
}

/** What a group says of its radiator fans goes for that group alone. */
export const speedSchool = (build: Build, itemId: string) =>
  chosenFor<SpeedOwner>(
    build,
    itemId,
    ({ radiatorFans, speed }) => radiatorFans ?? speed,
    ({ speed }) => speed,
  )

/** Who is to rule the light on this lead: chosen for it by itself, for its group, or for the build. */
export function lightSchool(build: Build, at: PortRef) {
  const own = build.choices.lightOwners?.find((entry) => sameRef(entry.at, at))
  if (own !== undefined) return { wanted: own.owner, of: 'this light' }
  return chosenFor(build, at.itemId, ({ light }) => light)
}

/** The port where the signal on a giving port is made, as far as threads and parts tell. */
function headOf(wiring: Wiring, giver: PlacedPort, signal: 'speed' | 'light'): PlacedPort | undefined {
  const seen = new Set<PlacedPort>()
  const climb = (at: PlacedPort): PlacedPort | undefined => {
    if (seen.has(at)) return undefined
    seen.add(at)
    const inflow = signalInflow(at, signal)
    if (inflow.from !== 'ports') return inflow.from === 'here' ? at : undefined
    const up = (ref: PortRef) => wiring.across(ref).find(({ port }) => port.side === 'gives')
    const next = inflow.refs.map(up).find((placed) => placed !== undefined)
    return next === undefined ? undefined : climb(next)
  }
  return climb(giver)
}

/** Whether a lead at this port would be ruled by whom the schools of its group or build name; true where none is named. */
export function suitsSchools(wiring: Wiring, lead: PlacedPort, to: PlacedPort): boolean {
  const { build } = wiring
  const speed = lead.facts.all.motor.some(({ port }) => port === lead.port.id)
    ? speedSchool(build, lead.item.id)
    : undefined
  if (speed !== undefined) {
    const head = headOf(wiring, to, 'speed')
    const mayFollow = to.facts.all.follows.some(({ outlets }) => outlets.includes(to.port.id))
    const owner = head === undefined ? undefined : speedOwnerOf(head, false)
    if (owner !== speed.wanted && !(speed.wanted === 'sync' && mayFollow)) return false
  }
  const light = lead.port.wires.includes('data') ? lightSchool(build, lead.ref) : undefined
  if (light === undefined) return true
  const source = headOf(wiring, to, 'light')
  return source !== undefined && lightOwnerOf(source, lead.facts.part.maker) === light.wanted
}

/** Whether a fan at this port keeps to "spread over headers" or "gather on hubs"; true where neither is chosen. */
export function suitsManyFans({ build, threadsAt }: Wiring, lead: PlacedPort, to: PlacedPort): boolean {
  const wanted = chosenFor(build, lead.item.id, ({ manyFans }) => manyFans)?.wanted
  const isBox = to.facts.part.ports.some(({ side }) => side === 'takes')
  if (wanted === undefined) return true
  return wanted === 'gather' ? isBox : !isBox && threadsAt(to.ref).length === 0
}

/**
 * Whether a loose sync lead has nothing to do by what was chosen: the speed of the fans is not to come from the board by way
 * of this box, or its lights are to have another owner than the board.
 */
export function isIdleByChoice({ build }: Wiring, { facts, port }: PlacedPort): boolean {
  const follows = facts.all.follows.find(({ input }) => input === port.id)
  if (follows === undefined) return false
  const ofBuild = build.choices.schools ?? {}
  const all = [ofBuild, ...(build.groups ?? []).flatMap((group) => group.schools ?? [])]
  if (follows.signal === 'speed') {
    const isWanted = all.some(({ speed, radiatorFans }) => speed === 'sync' || radiatorFans === 'sync')
    return ofBuild.speed !== undefined && !isWanted
  }
  const isWanted =
    all.some(({ light }) => light === 'board') ||
    build.choices.lightOwners?.some(({ owner }) => owner === 'board') === true
  return ofBuild.light !== undefined && !isWanted
}
