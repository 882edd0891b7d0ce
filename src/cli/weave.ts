import { LoomError } from '../core/errors'
import { canonicalJson } from '../core/formats/canonical'
import { readBuild, readPartsFile } from '../core/formats/validate'
import { derive, type Harness } from '../core/operate/harness'
import { LIMITS } from '../core/schema/schema-kit'
import { TEMPLATE_PIECES } from '../core/templates/pieces'
import { MANNERS, propose, type Manner } from '../core/weave/answers/proposals'
import { machinesOf, type Machine } from '../core/weave/problem/machine'
import type { Offer } from '../core/weave/problem/problem'
import { proposalLines } from '../core/wording/plan-text'
import { listNames } from '../core/wording/text'
import { openHighs } from '../solver/highs'
import { argsOf, EXIT, type Verb } from './args'
import { readText } from './files'

const SECONDS = 10
const MOST_SECONDS = 3600

/** How long to look at most, for each machine. */
function secondsNamed(text: string): number {
  const seconds = Number(text)
  if (text.trim() !== '' && seconds >= 1 && seconds <= MOST_SECONDS) return seconds
  throw new LoomError('REQUEST_REFUSED', `“${text}” is no time: give seconds from 1 to ${MOST_SECONDS}.`)
}

/** What may be bought: the parts and packs of a file, or the general classes. */
function offersOf(path: string | undefined): readonly Offer[] {
  if (path === undefined) return TEMPLATE_PIECES.map((part) => ({ part, priceCents: part.price?.cents }))
  const { parts, packs = [] } = readPartsFile(readText(path, LIMITS.partsFileBytes))
  return [
    ...parts.map((part) => ({ part, priceCents: part.price?.cents })),
    ...packs.map((pack) => ({ pack, parts, priceCents: pack.price?.cents })),
  ]
}

function mannerNamed(text: string): Manner {
  const manner = MANNERS.find((name) => name === text)
  if (manner !== undefined) return manner
  throw new LoomError('REQUEST_REFUSED', `There is no manner “${text}” to plan in. There are ${listNames(MANNERS)}.`)
}

/** The machines that are meant: the one of this name, or all. */
function machinesNamed({ build }: Harness, wanted: unknown): readonly Machine[] {
  const machines = machinesOf(build)
  if (typeof wanted !== 'string') return machines
  const named = machines.filter(({ name }) => name === wanted)
  if (named.length > 0) return named
  const names = listNames(machines.map(({ name }) => name))
  throw new LoomError('REQUEST_REFUSED', `There is no machine “${wanted}” here. There is ${names}.`)
}

/** A plan for each machine, with what each goal came to. */
export const weave: Verb = async (args, say) => {
  const { values, words } = argsOf(args, {
    text: `weave FILE [--school ${MANNERS.join('|')}] [--shelf PARTS-FILE] [--machine NAME] [--seconds N] [--json]`,
    wordCount: 1,
    options: {
      school: { type: 'string' },
      shelf: { type: 'string' },
      machine: { type: 'string' },
      seconds: { type: 'string', default: String(SECONDS) },
      json: { type: 'boolean' },
    },
  })
  const seconds = secondsNamed(String(values.seconds))
  const harness = derive(readBuild(readText(words[0]!)))
  const manner = mannerNamed(String(values.school ?? harness.build.choices.schools?.plan ?? 'balanced'))
  const offers = offersOf(values.shelf === undefined ? undefined : String(values.shelf))
  const now = () => performance.now() / 1000
  const solver = await openHighs()
  // One machine after the other, each planned on the bench as the ones before it leave it.
  let today = harness
  let stopCount = 0
  for (const { assemblyId } of machinesNamed(harness, values.machine)) {
    const machine = machinesOf(today.build).find((one) => one.assemblyId === assemblyId)!
    const proposal = propose(solver, today, manner, { machine, offers, seconds, now })
    if (values.json !== true) for (const line of proposalLines(today, proposal)) say(`${line}\n`)
    today = proposal.after
    stopCount += proposal.verdicts.counts.stop
  }
  if (values.json === true) say(canonicalJson(today.build))
  return stopCount > 0 ? EXIT.stops : EXIT.clean
}
