import { speedSchool } from '../../structure/signal/owners'
import type { Harness } from '../../operate/harness'
import { groupBy } from '../../units/group'
import { isOfMachine } from './lead-classes'
import type { LeadClass } from './problem'

/** So many classes that differ in what they draw alone make one. */
const CLASSES_TOGETHER = 4

const draws = ({ milliamps }: LeadClass) => Math.max(0, ...milliamps.values())

/** All that a class of motors differs by from another one, but for its part and what it draws. */
function likeness({ build }: Harness, leads: LeadClass): string {
  const { id: _id, name: _name, ...port } = leads.port
  return JSON.stringify([
    port,
    leads.isPump,
    leads.isFlatOut,
    leads.isRadiatorFan,
    leads.isChainable,
    [...leads.openRails],
    [...leads.milliamps.keys()],
    leads.groupKey !== undefined && isOfMachine(leads.groupKey) ? leads.groupKey : '',
    [...leads.unreached].toSorted(),
    [...leads.hardlyReached].toSorted(),
    speedSchool(build, leads.leads[0]!.item.id)?.wanted,
  ])
}

/** Several classes as one that draws as much as the hungriest of them. */
function together(list: readonly LeadClass[]): LeadClass {
  const [most] = list
  const rails = [...most!.milliamps.keys()]
  return {
    ...most!,
    leads: list.flatMap(({ leads }) => leads),
    milliamps: new Map(rails.map((rail) => [rail, Math.max(...list.map(({ milliamps }) => milliamps.get(rail)!))])),
    startMilliamps: Math.max(...list.map(({ startMilliamps }) => startMilliamps)),
    standsFor: list,
  }
}

/**
 * Classes of fans that differ in little but what they draw, a few together as one that draws most of all: whatever plan
 * holds for these holds for the fans as they are, and is found in a fraction of the time.
 */
export function coarsened(harness: Harness, classes: readonly LeadClass[]): readonly LeadClass[] {
  const isMergeable = ({ isMotor, leads }: LeadClass) => isMotor && leads.length > 0
  const alike = groupBy(classes.filter(isMergeable), (leads) => likeness(harness, leads))
  const merged = [...alike.values()].flatMap((list) => {
    const hungriestFirst = list.toSorted((a, b) => draws(b) - draws(a))
    const count = Math.ceil(hungriestFirst.length / CLASSES_TOGETHER)
    return Array.from({ length: count }, (_, index) =>
      together(hungriestFirst.slice(index * CLASSES_TOGETHER, (index + 1) * CLASSES_TOGETHER)),
    )
  })
  return [...merged, ...classes.filter((leads) => !isMergeable(leads))]
}
