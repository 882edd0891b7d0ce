import { parkEdit } from '../../build/choose'
import { apply, stepsOf } from '../../build/apply'
import type { Edit, SingleEdit } from '../../build/edit-schema'
import { freshThreadId, portKey } from '../../build/refs'
import type { Build, Thread } from '../../build/schema'
import { derive, type Harness } from '../../operate/harness'
import { check, mendsFor } from '../../rules/check'
import type { Finding } from '../../rules/engine/rule'
import { heldFast, saidOf, type Said } from '../problem/machine'
import { itemsOf, type Plan } from './plan'

const WHY_SPARE = 'not needed in this plan'
const WHY_UNASKED = 'not used in this plan'

const linkKey = (thread: Pick<Thread, 'from' | 'to'>) => `${portKey(thread.from)} ${portKey(thread.to)}`

/** Whether a plan has a say in a thread. */
function mayGo({ build }: Harness, { machine }: Plan): (thread: Thread) => boolean {
  const free = heldFast(build, machine).threads.filter(({ pinned }) => pinned !== true)
  const ids = new Set(free.map(({ id }) => id))
  return ({ id }) => ids.has(id)
}

/** Leads that stay loose by the plan, with the reason: of what is not needed, and those that only add comfort to a box. */
function leftLoose(harness: Harness, plan: Plan): readonly SingleEdit[] {
  const isOpen = mayGo(harness, plan)
  const plugged = new Set([
    ...plan.links.map(({ from }) => portKey(from)),
    ...harness.threads.filter((thread) => !isOpen(thread)).map(({ from }) => portKey(from)),
  ])
  const spare = new Set(plan.spare.map(({ id }) => id))
  const devices = new Set(plan.loose.map(({ key }) => key))
  const own = itemsOf(plan)
  return harness.ports.flatMap(({ port, ref, key, item }): readonly SingleEdit[] => {
    const isParked = harness.choices.parkedReasonAt(ref) !== undefined
    if (!own.has(item.id)) return []
    if (port.side !== 'takes' || port.need === 'onward' || port.need === undefined) return []
    if (plugged.has(key)) return isParked ? [parkEdit(ref, null)] : []
    if (isParked || devices.has(key)) return []
    if (spare.has(item.id)) return [parkEdit(ref, WHY_SPARE)]
    return port.need === 'optional' ? [parkEdit(ref, WHY_UNASKED)] : []
  })
}

/** The changes that turn a build into the plan: what comes, what is pulled out, what is plugged. */
function editsOf(harness: Harness, plan: Plan): readonly SingleEdit[] {
  const { build } = harness
  const wanted = new Set(plan.links.map(linkKey))
  const isOpen = mayGo(harness, plan)
  const staying = build.threads.filter((thread) => !isOpen(thread) || wanted.has(linkKey(thread)))
  const stays = new Set(staying.map(linkKey))
  const away = build.threads.filter((thread) => !staying.includes(thread))
  const held = new Set(build.parts.map(({ id }) => id))
  const packs = plan.packs.map((pack): SingleEdit => ({ type: 'addPack', pack }))
  const things = plan.bought.map(({ item, part }): SingleEdit => {
    if (held.has(part.id)) return { type: 'addItem', item }
    held.add(part.id)
    return { type: 'addItem', item, part }
  })
  const packed = plan.packed.map((entry): SingleEdit => ({ type: 'setStock', stock: 'toBuy', ...entry }))
  const bring = [...packs, ...things, ...packed]
  const after: Build = { ...build, threads: staying }
  const connect = plan.links
    .filter((link) => !stays.has(linkKey(link)))
    .map((link): SingleEdit => ({ type: 'connect', thread: { id: freshThreadId(after, link.from), ...link } }))
  return [
    ...bring,
    ...away.map(({ id }): SingleEdit => ({ type: 'disconnect', threadId: id })),
    ...connect,
    ...leftLoose(derive(apply(build, { type: 'batch', edits: bring }).build), plan),
  ]
}

/** Rules whose repairs are settings that follow from the wiring, and no decision of anybody. */
const SETTLED = ['header-mode', 'cascade-addresses', 'bare-contacts']
/** Settings without which a lead that the plan plugs in does nothing. */
const SETTLED_WITH_LEAD = ['sync-setting leadWithoutSetting', 'sync-setting settingUnknown']
const MOST_ROUNDS = 12

/** A plan as one step, with the build as it would be and what all rules say of it. */
export interface Judged {
  readonly plan: Plan
  readonly edit: Edit
  readonly after: Harness
  /** What the rules say of the machine. */
  readonly verdicts: Said
}

/** Carries a plan out on a copy, settles what follows from it, and has it judged by every rule. */
export function judge(harness: Harness, plan: Plan): Judged {
  const edits = [...editsOf(harness, plan)]
  const plugged = new Set(plan.links.map(({ from }) => portKey(from)))
  const isSettled = ({ ruleId, messageId, at }: Finding) =>
    SETTLED.includes(ruleId) ||
    (SETTLED_WITH_LEAD.includes(`${ruleId} ${messageId}`) && at.some((ref) => plugged.has(portKey(ref))))
  let after = derive(apply(harness.build, { type: 'batch', edits }).build)
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const found = saidOf(check(after), itemsOf(plan)).findings.filter(isSettled)
    const edit = found
      .map((finding) => mendsFor(after, finding, { most: 1 })[0]?.edit)
      .find((mend) => mend !== undefined)
    if (edit === undefined) break
    edits.push(...stepsOf(edit))
    after = derive(apply(after.build, edit).build)
  }
  return { plan, edit: { type: 'batch', edits }, after, verdicts: saidOf(check(after), itemsOf(plan)) }
}
