import type { Item, Pack } from '../../build/schema'
import type { PartFacts } from '../../structure/wiring/part-facts'
import type { RowFeedLeads } from '../../structure/wiring/row-feed'
import type { PlacedPort } from '../../structure/wiring/wiring'
import type { Rail } from '../../parts/connectors'
import type { Part, Port } from '../../parts/schema'
import type { Mixing } from './hearing'
import type { Machine } from './machine'

/** Something that gives by itself: a source, a box that is there, or a copy of one that may be bought. */
export interface Host {
  readonly key: string
  readonly facts: PartFacts
  /** The item, where it is on the bench. */
  readonly item: Item | undefined
  /** Whether the plan cannot do without it: a source, or a device that has outlets. */
  readonly isThere: boolean
  /** Whether it has to be paid for when it is used. */
  readonly isBought: boolean
}

/** A kind of thing of which there are some, and more may be bought. */
export interface Stocked {
  readonly facts: PartFacts
  /** Its supply leads. */
  readonly feeds: readonly Port[]
  /** Items on the bench that need not be paid for. */
  readonly owned: readonly Item[]
  /** Items on the bench that are on the shopping list. */
  readonly listed: readonly Item[]
  /** Whether it may be bought by itself. */
  readonly isOffered: boolean
}

/** Something that brings supply to the far end of a row of devices. */
export interface RowFeed extends Stocked, RowFeedLeads {}

/** Something with one inlet that hands on what comes in: a splitter, a hub, an extension, an adapter. */
export interface Piece extends Stocked {
  readonly inlet: Port
  readonly outlets: readonly Port[]
  /** What of a speed command gets through: all of it by copper, or what its brain hands on. */
  readonly passes: 'both' | 'pwm' | 'pwmToDc' | 'unknown' | 'none'
  /** Whether the speed of one of its fans comes back by the inlet. */
  readonly reports: boolean
  /** What it is made of, where other pieces stand on its outlets; undefined for a piece by itself. */
  readonly stack: Stack | undefined
}

/** A piece with others of one kind on some of its outlets. */
export interface Stack {
  readonly trunk: Piece
  readonly branch: Piece
  /** The outlets of the trunk that the branches stand on. */
  readonly carriers: readonly Port[]
  /** Where the outlets of branches are, by their names in the stack: behind which outlet of the trunk, and their own names. */
  readonly legs: ReadonlyMap<string, { readonly carrier: string; readonly portId: string }>
}

/** Leads that are alike for the plan. */
export interface LeadClass {
  readonly key: string
  readonly port: Port
  readonly facts: PartFacts
  /** The leads of devices; none for those of boxes, of which there are as many as boxes are used. */
  readonly leads: readonly PlacedPort[]
  /** The box whose own lead this is. */
  readonly host: Host | undefined
  /** Its part of every sum, in mA by rail, rounded up; what is not known counts for nothing. */
  readonly milliamps: ReadonlyMap<Rail, number>
  /** Rails on which it draws something that nobody knows. */
  readonly openRails: ReadonlySet<Rail>
  readonly startMilliamps: number
  readonly isMotor: boolean
  readonly isPump: boolean
  /** Whether it may run at full speed on purpose. */
  readonly isFlatOut: boolean
  readonly isRadiatorFan: boolean
  /** Whether it leads a box for the fans on it: what it costs where it is loose is counted fan by fan. */
  readonly isForFans: boolean
  readonly isLight: boolean
  readonly ledCount: number
  /** Whether what comes in is handed on to the next device of its kind. */
  readonly isChainable: boolean
  readonly groupKey: string | undefined
  /** Keys of the places that it does not reach by itself. */
  readonly unreached: ReadonlySet<string>
  /** Keys of the places that it only just reaches, or only in sight. */
  readonly hardlyReached: ReadonlySet<string>
  /** The classes that this one stands for in a rough plan, the hungriest first. */
  readonly standsFor?: readonly LeadClass[]
}

/** Ports of one host that are alike in every respect. */
export interface PortGroup {
  readonly key: string
  readonly host: Host
  readonly ports: readonly Port[]
  /** The cable of a supply that they are on, or the host where they are on none. */
  readonly cableKey: string
}

/** How a class fares on a use: what each lead of it costs, and how many of its leads reach. */
export interface Allowed {
  readonly leads: LeadClass
  readonly warnings: number
  /** Whether another one than the choice names would rule it: warned, unless it has to report there. */
  readonly isOthers: boolean
  /** Whether it is to be ruled by the board, through the box that it is on. */
  readonly wantsSync: boolean
  /** Whether the header is meant for something else. */
  readonly roles: number
  /** Whether nobody knows if it does as planned there. */
  readonly unknowns: number
  /** How many of its leads reach there at all. */
  readonly reachCount: number
  /** How many reach more than only just. */
  readonly wellCount: number
}

/** One way to use ports of a group: bare, as the start of a chain that is fed at its end or not, or with a piece. */
export interface Use {
  readonly key: string
  readonly group: PortGroup
  /** The one port, where it is looked at by itself; any of the group otherwise. */
  readonly port: Port | undefined
  readonly piece: Piece | undefined
  /** What feeds the far end of the chain. */
  readonly rowFeed: RowFeed | undefined
  readonly isChain: boolean
  /** How many leads, or chains, one port takes in this way. */
  readonly legCount: number
  /** How many ports can be used so. */
  readonly mostCount: number
  readonly allowed: readonly Allowed[]
  /** What it costs where fans with and without a PWM wire share it. */
  readonly mixing: Mixing
}

/** A part that may be bought by itself. */
export interface SingleOffer {
  readonly part: Part
  readonly priceCents: number | undefined
}

/** A pack that may be bought, with all that is in it. */
export interface PackOffer {
  readonly pack: Pack
  /** The parts that its contents name. */
  readonly parts: readonly Part[]
  readonly priceCents: number | undefined
}

export type Offer = SingleOffer | PackOffer

export const isPackOffer = (offer: Offer): offer is PackOffer => 'pack' in offer

/** A part or a pack as it is on the shelf, whatever it costs. */
export type Thing = Omit<SingleOffer, 'priceCents'> | Omit<PackOffer, 'priceCents'>

/** What is sold: the pack, or the part by itself. */
export const soldAs = (thing: Thing): Pack | Part => ('pack' in thing ? thing.pack : thing.part)

/** The offer of a part by itself; undefined where it comes in packs alone, or not at all. */
export const singleOffer = (offers: readonly Offer[], partId: string): SingleOffer | undefined =>
  offers.find((offer): offer is SingleOffer => !isPackOffer(offer) && offer.part.id === partId)

/** What comes with an offer: the parts, and how many of each. */
export function contentsOf(offer: Offer): readonly { readonly part: Part; readonly count: number }[] {
  if (!isPackOffer(offer)) return [{ part: offer.part, count: 1 }]
  return offer.pack.contents.flatMap(({ partId, count }) => {
    const part = offer.parts.find(({ id }) => id === partId)
    return part === undefined ? [] : [{ part, count }]
  })
}

/** All that the model is made from. */
export interface Problem {
  readonly machine: Machine
  readonly hosts: readonly Host[]
  /** Single pieces, and those that others stand on. */
  readonly pieces: readonly Piece[]
  readonly rowFeeds: readonly RowFeed[]
  readonly classes: readonly LeadClass[]
  /** The supply leads of the pieces that have some, and of what feeds rows. */
  readonly feedClasses: ReadonlyMap<Stocked, readonly LeadClass[]>
  readonly groups: readonly PortGroup[]
  readonly uses: readonly Use[]
  readonly offers: readonly Offer[]
  /** Things on the shopping list that are bought in any case, one by one so far. */
  readonly needs: readonly { readonly part: Part; readonly count: number }[]
  readonly headroomPercent: number
  /** Whether the build says why nothing need report on the CPU header. */
  readonly isBlindByChoice: boolean
  readonly isThreeFans: boolean
  /** Whether fans are to be spread over headers, not gathered. */
  readonly isSpread: boolean
  /** What pinned threads draw at ports of a host, in mA. */
  readonly pinnedAt: (host: Host, portIds: readonly string[], rail: Rail) => number
  /** The port of a source or box that each lead hangs on today, and the kind of piece it is on there. */
  readonly today: ReadonlyMap<string, string>
}
