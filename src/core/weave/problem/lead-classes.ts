import { speedSchool, lightSchool } from '../../structure/signal/owners'
import type { Harness } from '../../operate/harness'
import type { PartFacts } from '../../structure/wiring/part-facts'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { RAILS, type Rail } from '../../parts/connectors'
import { fitOf } from '../../parts/mating'
import type { Port } from '../../parts/schema'
import { groupBy } from '../../units/group'
import { drawsBy } from './draws'
import { milliampsUp } from './milliamps'
import type { Machine } from './machine'
import { runsBetween } from './piece-reach'
import { isPinnedAt } from './pins'
import { isDevice } from './sort-out'
import type { Host, LeadClass, Stocked } from './problem'

/** Start-up current of the motors on this lead in mA, where it is known; else what they are rated at. */
function startBy({ all }: PartFacts, port: Port, rated: number): number {
  const motors = all.motor.filter((motor) => motor.port === port.id)
  const known = motors.flatMap(({ startAmps }) => (startAmps === undefined ? [] : [milliampsUp(startAmps.value)]))
  return known.length === 0 ? rated : known.reduce((sum, milliamps) => sum + milliamps, 0)
}

/** The tail that hands on what comes in by a lead. */
export const tailOf = ({ part }: PartFacts, port: Port): Port | undefined =>
  part.ports.find((other) => other.side === 'gives' && other.need === 'onward' && fitOf(port, other).misfit === 'none')

/** Whether something is pinned to the tail behind a lead, so that nothing else follows there. */
export function isLastByPin(harness: Harness, { facts, port, item }: PlacedPort): boolean {
  const tail = tailOf(facts, port)
  return tail !== undefined && isPinnedAt(harness, { itemId: item.id, portId: tail.id })
}

/** What a lead is, whoever's it is. */
function kindOf(facts: PartFacts, port: Port) {
  const motors = facts.all.motor.filter((motor) => motor.port === port.id || motor.tachPort === port.id)
  const lights = facts.all.light.filter(({ input }) => input === port.id)
  const { milliamps, openRails } = drawsBy(facts, port)
  return {
    port,
    facts,
    milliamps,
    openRails,
    // Of a motor whose draw nobody knows the start is open as well.
    startMilliamps: openRails.has('12v') ? 0 : startBy(facts, port, milliamps.get('12v') ?? 0),
    isMotor: facts.all.motor.some((motor) => motor.port === port.id && port.wires.includes('12v')),
    isPump: motors.some(({ pump }) => pump === true),
    isLight: lights.length > 0,
    ledCount: lights.reduce((sum, { addressedLedCount }) => sum + (addressedLedCount?.value ?? 0), 0),
    isChainable: tailOf(facts, port) !== undefined,
  }
}

/** What all of a part belong to that are in no group and have no place. */
const OF_PART = 'part '

/** The group that the lead's item belongs to: one that is named, else the fans of its radiator or panel, else all of its part. */
function groupKeyOf({ build, placeOf }: Harness, { item, facts }: PlacedPort): string {
  const named = build.groups?.find(({ itemIds }) => itemIds.includes(item.id))
  if (named !== undefined) return `group ${named.id}`
  const place = placeOf(item.id)?.place
  if (place?.mount === undefined) return `${OF_PART}${item.partId}`
  const { caseItemId, panelId } = place.mount
  const where = `${place.radiatorSide === undefined ? 'panel' : 'radiator'} ${caseItemId} ${panelId}`
  return facts.all.motor.length > 0 ? where : `${where} ${item.partId}`
}

/** Whether a group is one of the machine, and not only all of a kind. */
export const isOfMachine = (groupKey: string): boolean => !groupKey.startsWith(OF_PART)

function isRadiatorFan({ build, placeOf }: Harness, { item }: PlacedPort): boolean {
  if (placeOf(item.id)?.place.radiatorSide !== undefined) return true
  return (
    build.groups?.some(({ schools, itemIds }) => schools?.radiatorFans !== undefined && itemIds.includes(item.id)) ===
    true
  )
}

const isFlatOut = ({ choices }: Harness, { ref }: PlacedPort) => choices.flatOutReasonAt(ref) !== undefined

/** How a lead reaches the places it could go to. */
type PortReach = Pick<LeadClass, 'unreached' | 'hardlyReached'>

const ANYWHERE: PortReach = { unreached: new Set(), hardlyReached: new Set() }

/** What is certain of the reach of a lead; nothing where no place is said. */
function reachOf(harness: Harness, lead: PlacedPort): PortReach {
  if (harness.placeOf(lead.item.id) === undefined) return ANYWHERE
  const givers = harness.ports.filter(({ port }) => port.side === 'gives' && fitOf(lead.port, port).misfit === 'none')
  const judged = givers.map((to) => ({
    key: to.key,
    reaches: runsBetween(harness, lead, to).map(({ reach }) => reach),
  }))
  const keysWith = (...wanted: readonly string[]) =>
    new Set(judged.filter(({ reaches }) => reaches.some((reach) => wanted.includes(reach))).map(({ key }) => key))
  return { unreached: keysWith('no'), hardlyReached: keysWith('tight', 'inSight') }
}

function classOf(harness: Harness, leads: readonly PlacedPort[], reach: PortReach): LeadClass {
  const [first] = leads
  const kind = kindOf(first!.facts, first!.port)
  return {
    ...kind,
    isChainable: kind.isChainable && !isLastByPin(harness, first!),
    key: first!.key,
    leads,
    host: undefined,
    isRadiatorFan: isRadiatorFan(harness, first!),
    isFlatOut: isFlatOut(harness, first!),
    isForFans: false,
    groupKey: groupKeyOf(harness, first!),
    ...reach,
  }
}

/** The leads of a box that is used: its feeds and its USB lead, and its sync leads where the board is to lead it. */
function leadsOfHost(harness: Harness, host: Host): readonly LeadClass[] {
  const { facts, item } = host
  if (isDevice(facts)) return []
  const wantsSync = harness.build.choices.schools?.speed === 'sync'
  const isOn = (id: string) => item !== undefined && harness.choices.syncAt({ itemId: item.id, portId: id }) === true
  const isLeading = (id: string) => facts.all.follows.some(({ signal, input }) => signal === 'speed' && input === id)
  const wanted = facts.part.ports.filter(({ id, side, need, wires }) => {
    if (side !== 'takes' || need === 'onward') return false
    if (item !== undefined && isPinnedAt(harness, { itemId: item.id, portId: id })) return false
    if (need === 'required' || wires.includes('usb')) return true
    const follows = facts.all.follows.find(({ input }) => input === id)
    return follows !== undefined && (isOn(id) || (wantsSync && follows.signal === 'speed'))
  })
  return wanted.map((port): LeadClass => {
    const isForFans = isLeading(port.id) && !isOn(port.id)
    const common = { leads: [], host, isRadiatorFan: false, isFlatOut: false, isForFans, groupKey: undefined }
    const placed = item === undefined ? undefined : harness.port({ itemId: item.id, portId: port.id })
    const reach = placed === undefined ? ANYWHERE : reachOf(harness, placed)
    return { ...kindOf(facts, port), ...common, ...reach, key: `${host.key}.${port.id}` }
  })
}

/** The supply leads of a piece, or of what feeds rows; its other lead is told by where it stands. */
export function feedLeads({ facts, feeds }: Stocked): readonly LeadClass[] {
  const common = {
    leads: [],
    host: undefined,
    isRadiatorFan: false,
    isFlatOut: false,
    isForFans: false,
    groupKey: undefined,
    ...ANYWHERE,
  }
  return feeds.map((port) => ({ ...kindOf(facts, port), ...common, key: `${facts.part.id} ${port.id}` }))
}

/** Leads that are left out: pinned ones, those that stay loose on purpose, and tails. */
function isWanted(harness: Harness, { port, ref }: PlacedPort): boolean {
  if (port.side !== 'takes' || port.need === undefined || port.need === 'onward') return false
  if (harness.choices.parkedReasonAt(ref) !== undefined) return false
  return !isPinnedAt(harness, ref)
}

/** All leads that want a port, gathered into classes of leads that are alike for the plan. */
export function leadClasses(harness: Harness, hosts: readonly Host[], { itemIds }: Machine): readonly LeadClass[] {
  const wanted = harness.ports.filter(
    (placed) =>
      itemIds.has(placed.item.id) && isDevice(harness.factsOfItem(placed.item.id)) && isWanted(harness, placed),
  )
  const alike = groupBy(
    wanted.map((placed) => ({ placed, reach: reachOf(harness, placed) })),
    ({ placed, reach }) => {
      const { item, port } = placed
      const schools = [speedSchool(harness.build, item.id)?.wanted, lightSchool(harness.build, placed.ref)?.wanted]
      const far = [...reach.unreached].toSorted().join()
      const near = [...reach.hardlyReached].toSorted().join()
      const where = [
        groupKeyOf(harness, placed),
        isRadiatorFan(harness, placed),
        isFlatOut(harness, placed),
        isLastByPin(harness, placed),
        far,
        near,
      ]
      return [item.partId, port.id, ...schools, ...where].join(' ')
    },
  )
  return [
    ...[...alike.values()].map((list) =>
      classOf(
        harness,
        list.map(({ placed }) => placed),
        list[0]!.reach,
      ),
    ),
    ...hosts.flatMap((host) => leadsOfHost(harness, host)),
  ]
}

/** The rails that a lead has to be given, in a fixed order. */
export const railsWanted = ({ milliamps, port }: LeadClass): readonly Rail[] =>
  RAILS.filter((rail) => milliamps.has(rail) && port.wires.includes(rail))
