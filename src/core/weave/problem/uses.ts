import { groupBy } from '../../units/group'
import type { Build } from '../../build/schema'
import { lightOwnerOf, lightSchool, speedOwnerOf, speedSchool } from '../../structure/signal/owners'
import { poweredBy } from '../../structure/wiring/part-facts'
import type { Harness } from '../../operate/harness'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { fitOf } from '../../parts/mating'
import type { Port } from '../../parts/schema'
import { railsWanted, tailOf } from './lead-classes'
import { capsAt } from './caps'
import { reachersOf } from './piece-reach'
import { holdsPins, isPinnedAt } from './pins'
import { heardBy, mixingOn, portMode, type Listening, type Mixing } from './hearing'
import type { Allowed, Host, LeadClass, Piece, PortGroup, Problem, RowFeed, Use } from './problem'
import { isDevice } from './sort-out'

/** The piece that is pinned to a port by its own lead, with nothing pinned to it in turn. */
function pinnedPieceAt(harness: Harness, host: Host, portId: string): PlacedPort | undefined {
  if (host.item === undefined) return undefined
  const ref = { itemId: host.item.id, portId }
  if (!isPinnedAt(harness, ref)) return undefined
  const [lead] = harness.across(ref)
  const isFree = lead !== undefined && !isDevice(lead.facts) && !holdsPins(harness, lead.item.id)
  return isFree ? lead : undefined
}

/** The outlets of a host that leads may go into: those that are not taken by a pinned thread. */
function freePorts(harness: Harness, host: Host, pieces: readonly Piece[]): readonly Port[] {
  const { facts, item } = host
  return facts.part.ports.filter((port) => {
    if (port.side !== 'gives' || port.need === 'onward') return false
    if (item === undefined || !isPinnedAt(harness, { itemId: item.id, portId: port.id })) return true
    const pinned = pinnedPieceAt(harness, host, port.id)
    return pieces.some(({ facts: own, inlet }) => own === pinned?.facts && inlet.id === pinned.port.id)
  })
}

/** All that makes a port differ from another of its host for a plan. */
function likenessOf(host: Host, port: Port, classes: readonly LeadClass[]): string {
  const { connector, wires, modes, role, lanes } = port
  const key = `${host.key}.${port.id}`
  const unreached = classes.flatMap((leads) =>
    leads.unreached.has(key) ? [leads.key] : leads.hardlyReached.has(key) ? [`hardly ${leads.key}`] : [],
  )
  const caps = capsAt(host.facts, port).map((cap) => ({ ...cap, key: '', ports: cap.isShared ? cap.ports : [] }))
  return JSON.stringify([connector, wires, modes, role, lanes, port.lead?.leadId, caps, unreached])
}

/** The ports of all hosts, gathered where they are alike. */
export function portGroups(
  harness: Harness,
  { hosts, pieces }: Pick<Problem, 'hosts' | 'pieces'>,
  classes: readonly LeadClass[],
): readonly PortGroup[] {
  return hosts.flatMap((host) =>
    [
      ...groupBy(
        freePorts(harness, host, pieces),
        (port) => `${likenessOf(host, port, classes)} ${pinnedPieceAt(harness, host, port.id)?.key ?? ''}`,
      ).values(),
    ].map((ports) => ({
      key: `${host.key}.${ports[0]!.id}`,
      host,
      ports,
      cableKey: `${host.key} ${ports[0]!.lead?.leadId ?? ''}`,
    })),
  )
}

const drives = ({ facts }: Host, port: Port, signal: 'speed' | 'light') =>
  facts.all.drives.find((relation) => relation.signal === signal && relation.outlets.includes(port.id))

/** Whether the firmware looks at this header for another purpose than this motor. */
function outOfRole(leads: LeadClass, port: Port): number {
  if (port.role === undefined || !leads.isMotor) return 0
  if (leads.isPump) return port.role === 'pump' || port.role === 'cpu' ? 0 : 1
  if (leads.isRadiatorFan) return port.role === 'cpu' || port.role === 'cpuOptional' ? 0 : 1
  return port.role === 'case' ? 0 : 1
}

/** What a lead costs on a way to use a port, besides what sums tell. */
type Costs = Pick<Allowed, 'warnings' | 'isOthers' | 'wantsSync' | 'roles' | 'unknowns'>

const NOTHING: Costs = { warnings: 0, isOthers: false, wantsSync: false, roles: 0, unknowns: 0 }

/** Who rules a fan there, against what the choice names: another one, or the board where its box follows it. */
function ownerCosts(build: Build, { host }: Listening, { leads, isPump }: LeadClass): Partial<Costs> {
  const wanted = isPump || leads[0] === undefined ? undefined : speedSchool(build, leads[0].item.id)?.wanted
  if (wanted === undefined || wanted === speedOwnerOf({ facts: host.facts }, false)) return {}
  const wantsSync = wanted === 'sync' && host.facts.all.follows.length > 0
  return wantsSync ? { wantsSync } : { isOthers: true }
}

/** Leads that take a command and no supply, such as the sync lead of a box. */
const isCommandOnly = ({ port }: LeadClass) => port.wires.includes('pwm') && !port.wires.includes('12v')

/** The lead by which a box is led by the board. */
export const isFollowing = ({ facts, port }: LeadClass): boolean =>
  facts.all.follows.some(({ signal, input }) => signal === 'speed' && input === port.id)

/** A box follows best a header that is meant for a fan of the case. */
const followingCosts = ({ port: { role } }: Listening): Costs => ({
  ...NOTHING,
  roles: Number(role !== undefined && role !== 'case'),
})

/** What it costs to have a motor, or a box that follows, ruled from this port. */
function speedCosts(build: Build, at: Listening, leads: LeadClass): Costs {
  if (isFollowing(leads)) return followingCosts(at)
  if (!leads.isMotor) return NOTHING
  const { isRuled, warnings, isOpen } = heardBy(at, leads)
  return {
    ...NOTHING,
    warnings: leads.isFlatOut && !isRuled ? 0 : warnings,
    ...(isRuled ? ownerCosts(build, at, leads) : {}),
    roles: isRuled ? outOfRole(leads, at.port) : 0,
    unknowns: Number(isOpen && !leads.isFlatOut),
  }
}

function lightWarnings(build: Build, { host, port, piece }: Listening, leads: LeadClass): number {
  if (!leads.isLight || leads.leads[0] === undefined) return 0
  const wanted = lightSchool(build, leads.leads[0].ref)?.wanted
  const owner = lightOwnerOf({ facts: host.facts, port }, leads.facts.part.maker)
  const isMirrored = build.choices.schools?.splitLights === 'separate' && (piece?.outlets.length ?? 1) > 1
  return Number(wanted !== undefined && owner !== wanted) + Number(isMirrored)
}

/** Whether none of these ports is reached by the lead itself. */
export const isOutOfReach = ({ host, ports }: PortGroup, { unreached }: LeadClass): boolean =>
  ports.every(({ id }) => unreached.has(`${host.key}.${id}`))

/** A port of a group, whose it is, and what it is set to. */
function listeningAt({ choices }: Harness, { host, ports }: PortGroup, piece: Piece | undefined): Listening {
  const port = ports[0]!
  const chosen = host.item === undefined ? undefined : choices.modeAt({ itemId: host.item.id, portId: port.id })
  return { host, port, piece, mode: portMode(port, chosen) }
}

/** What a lead costs on this way to use a port; undefined where it cannot go there at all. */
function costsOf(harness: Harness, group: PortGroup, piece: Piece | undefined, leads: LeadClass): Costs | undefined {
  const [port] = group.ports
  const { host } = group
  if (port === undefined || host === leads.host) return undefined
  if (piece !== undefined && fitOf(piece.inlet, port).misfit !== 'none') return undefined
  const ends = piece?.outlets ?? [port]
  if (!ends.some((end) => fitOf(leads.port, end).misfit === 'none')) return undefined
  const stands = (wire: (typeof port.wires)[number]) =>
    ends.some(({ wires }) => wires.includes(wire)) && (piece === undefined || piece.inlet.wires.includes(wire))
  for (const rail of railsWanted(leads)) {
    const isMade = piece !== undefined && piece.outlets.some(({ id }) => poweredBy(piece.facts, rail, id) !== undefined)
    if (!isMade && !(stands(rail) && port.wires.includes(rail))) return undefined
  }
  for (const wire of ['data', 'r', 'usb', 'bus'] as const) {
    if (leads.port.wires.includes(wire) && !(stands(wire) && port.wires.includes(wire))) return undefined
  }
  const isOfLight = leads.isLight || leads.port.wires.includes('data')
  if (isOfLight && drives(host, port, 'light') === undefined) return undefined
  const at = listeningAt(harness, group, piece)
  if (isCommandOnly(leads) && (drives(host, port, 'speed') === undefined || piece?.passes === 'none')) return undefined
  // A box follows the PWM of the board, and no other box.
  const isLed = stands('pwm') && port.wires.includes('pwm') && at.mode !== 'dc' && host.facts.all.follows.length === 0
  if (isFollowing(leads) && !isLed) return undefined
  if (piece === undefined && !leads.isChainable && isOutOfReach(group, leads)) return undefined
  const { build } = harness
  // In a chain only its first lead runs to the port, and a box may be put nearer: neither is held against the port.
  const runsThere = piece === undefined && !leads.isChainable && leads.host === undefined
  const isHard = runsThere && group.ports.every(({ id }) => leads.hardlyReached.has(`${host.key}.${id}`))
  const speed = speedCosts(build, at, leads)
  return { ...speed, warnings: Number(isHard) + speed.warnings + lightWarnings(build, at, leads) }
}

function allowedOn(
  harness: Harness,
  group: PortGroup,
  piece: Piece | undefined,
  classes: readonly LeadClass[],
): readonly Allowed[] {
  return classes.flatMap((leads) => {
    const costs = costsOf(harness, group, piece, leads)
    if (costs === undefined) return []
    const reachers = reachersOf(harness, group, piece, leads)
    return reachers.reachCount === 0 ? [] : [{ leads, ...costs, ...reachers }]
  })
}

const isChained = ({ allowed }: { readonly allowed: readonly Allowed[] }) =>
  allowed.some(({ leads }) => leads.isChainable)

/** A cable is worth thinking of only for what would not go there without it, or not as well. */
function isOfUse(piece: Piece, bare: readonly Allowed[], through: readonly Allowed[]): boolean {
  if (through.length === 0) return false
  if (piece.outlets.length > 1) return true
  return through.some(({ leads, warnings, wellCount }) => {
    const own = bare.find((allowed) => allowed.leads === leads)
    return own === undefined || (wellCount > 0 && warnings < own.warnings)
  })
}

/** What is allowed on a group of ports as it is on one of them: by way of a piece not all of its ports are reached alike. */
function reachedAt(harness: Harness, one: PortGroup, piece: Piece, allowed: readonly Allowed[]): readonly Allowed[] {
  const here = allowed.map((each) => ({ ...each, ...reachersOf(harness, one, piece, each.leads) }))
  const isSame = here.every(
    ({ reachCount, wellCount }, index) =>
      reachCount === allowed[index]!.reachCount && wellCount === allowed[index]!.wellCount,
  )
  return isSame ? allowed : here.filter(({ reachCount }) => reachCount > 0)
}

/** Whether a lead is one of a row that this can feed: the last of them has a tail for it. */
const isFedBy =
  ({ end }: RowFeed) =>
  ({ leads }: Allowed): boolean => {
    const tail = tailOf(leads.facts, leads.port)
    return leads.isChainable && tail !== undefined && fitOf(end, tail).misfit === 'none'
  }

/** The chain on a port once more for each part that can feed it at its end, where what it carries has a bound. */
function fedUses({ host, ports }: PortGroup, chain: Use, rowFeeds: readonly RowFeed[]): readonly Use[] {
  if (!capsAt(host.facts, ports[0]!).some(({ chainCount }) => chainCount !== undefined)) return []
  return rowFeeds.flatMap((rowFeed) => {
    const allowed = chain.allowed.filter(isFedBy(rowFeed))
    const key = `${chain.key}fed by ${rowFeed.facts.part.id}`
    return allowed.length === 0 ? [] : [{ ...chain, key, isChain: isChained({ allowed }), allowed, rowFeed }]
  })
}

function usesOf(
  harness: Harness,
  group: PortGroup,
  { pieces: offered, rowFeeds }: Pick<Problem, 'pieces' | 'rowFeeds'>,
  classes: readonly LeadClass[],
): readonly Use[] {
  // Where a piece is pinned nothing else goes, and the piece goes nowhere else.
  const pinned = pinnedPieceAt(harness, group.host, group.ports[0]!.id)
  const pieces =
    pinned === undefined
      ? offered
      : offered.filter(({ facts, stack }) => (stack?.trunk.facts ?? facts) === pinned.facts)
  const bare = pinned === undefined ? allowedOn(harness, group, undefined, classes) : []
  const common = { group, legCount: 1, rowFeed: undefined, mixing: 'none' as Mixing }
  const one = (port: Port, piece: Piece | undefined, allowed: readonly Allowed[], legCount: number): Use => {
    const key = `${group.host.key}.${port.id} ${piece?.facts.part.id ?? ''}`
    const mixing = mixingOn(listeningAt(harness, group, piece))
    return { ...common, key, port, piece, isChain: isChained({ allowed }), legCount, mostCount: 1, allowed, mixing }
  }
  const fed = (port: Port) => fedUses(group, one(port, undefined, bare, 1), rowFeeds)
  const own: readonly Use[] =
    bare.length === 0
      ? []
      : isChained({ allowed: bare })
        ? group.ports.flatMap((port) => [one(port, undefined, bare, 1), ...fed(port)])
        : [
            {
              ...common,
              key: `${group.key} `,
              port: undefined,
              piece: undefined,
              isChain: false,
              legCount: group.ports[0]!.lanes?.count ?? 1,
              mostCount: group.ports.length,
              allowed: bare,
            },
          ]
  const withPieces = pieces.flatMap((piece): readonly Use[] => {
    const allowed = allowedOn(harness, group, piece, classes)
    if (!isOfUse(piece, bare, allowed)) return []
    const atPorts = group.ports.map((port) => ({
      port,
      here: reachedAt(harness, { ...group, ports: [port] }, piece, allowed),
    }))
    const isPerPort = piece.outlets.length > 1 || isChained({ allowed }) || atPorts.some(({ here }) => here !== allowed)
    if (isPerPort) {
      return atPorts.flatMap(({ port, here }) =>
        here.length === 0 ? [] : [one(port, piece, here, piece.outlets.length)],
      )
    }
    const key = `${group.key} ${piece.facts.part.id}`
    return [{ ...common, key, port: undefined, piece, isChain: false, mostCount: group.ports.length, allowed }]
  })
  return [...own, ...withPieces]
}

/** Every way to use a port that some lead may go to. */
export function allUses(
  harness: Harness,
  groups: readonly PortGroup[],
  things: Pick<Problem, 'pieces' | 'rowFeeds'>,
  classes: readonly LeadClass[],
): readonly Use[] {
  return groups.flatMap((group) => usesOf(harness, group, things, classes))
}
