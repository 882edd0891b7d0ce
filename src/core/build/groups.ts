import { LoomError } from '../errors'
import { insertAt, without } from './attached'
import type { SchoolChoice } from './edit-schema'
import { itemOf } from './refs'
import type { Build, Choices, Group } from './schema'
import { SCHOOL_NAMES, type School } from './schools'
import type { Changed } from './sound'

export type Schools = NonNullable<Choices['schools']>

/** The group, or an EDIT_SUBJECT_MISSING error that names it. */
function groupOf(build: Build, groupId: string): Group {
  const group = build.groups?.find(({ id }) => id === groupId)
  if (group === undefined)
    throw new LoomError('EDIT_SUBJECT_MISSING', `The group “${groupId}” is no longer in this build.`)
  return group
}

/** What a group decides, or the build where no group is named. */
export function schoolsOf(build: Build, groupId: string | undefined): Schools {
  return (groupId === undefined ? build.choices : groupOf(build, groupId)).schools ?? {}
}

function withSchools<T extends { readonly schools?: Schools | undefined }>(holder: T, schools: Schools): T {
  return Object.keys(schools).length === 0 ? without(holder, 'schools') : { ...holder, schools }
}

function withGroups(build: Build, groups: readonly Group[]): Build {
  return groups.length === 0 ? without(build, 'groups') : { ...build, groups }
}

/** Decides one school for a group or the build. */
export function chooseSchool(build: Build, groupId: string | undefined, { school, value }: SchoolChoice): Changed {
  const before = schoolsOf(build, groupId)
  const others = without(before, school)
  const schools: Schools = value === null ? others : { ...others, [school]: value }
  const holder = groupId === undefined ? {} : { groupId }
  const inverse = {
    type: 'chooseSchool',
    ...holder,
    choice: { school, value: before[school] ?? null } as SchoolChoice,
  } as const
  if (groupId === undefined) return { build: { ...build, choices: withSchools(build.choices, schools) }, inverse }
  const groups = build.groups!.map((group) => (group.id === groupId ? withSchools(group, schools) : group))
  return { build: { ...build, groups }, inverse }
}

/** Adds a group, or puts another version in the place of the one with its id. */
export function setGroup(build: Build, group: Group, index: number | undefined): Changed {
  group.itemIds.forEach((itemId) => itemOf(build, itemId))
  const groups = build.groups ?? []
  if (groups.some(({ id, name }) => id !== group.id && name === group.name)) {
    throw new LoomError('EDIT_NOT_POSSIBLE', `There is a group “${group.name}” already; choose another name.`)
  }
  const before = groups.find(({ id }) => id === group.id)
  if (before === undefined) {
    const inverse = { type: 'removeGroup', groupId: group.id } as const
    return { build: withGroups(build, insertAt(groups, index ?? groups.length, group)), inverse }
  }
  const changed = groups.map((held) => (held.id === group.id ? group : held))
  return { build: withGroups(build, changed), inverse: { type: 'setGroup', group: before } }
}

/** Takes a group away; what was in it stays. */
export function removeGroup(build: Build, groupId: string): Changed {
  const group = groupOf(build, groupId)
  const groups = build.groups!
  return {
    build: withGroups(
      build,
      groups.filter(({ id }) => id !== groupId),
    ),
    inverse: { type: 'setGroup', group, index: groups.indexOf(group) },
  }
}

/** The schools that one of two versions of a group decides, or both: the ones that a change may touch. */
export function schoolsIn(...groups: readonly (Group | undefined)[]): readonly School[] {
  return SCHOOL_NAMES.filter((school) => groups.some((group) => group?.schools?.[school] !== undefined))
}

/** What was chosen for an item, and for what: by the first of its groups that chose, else by the build. */
export function chosenFor<T>(
  build: Build,
  itemId: string,
  ofGroup: (schools: Schools) => T | undefined,
  ofBuild: (schools: Schools) => T | undefined = ofGroup,
): { readonly wanted: T; readonly of: string } | undefined {
  const { groups, choices } = build
  const group = groups?.find((g) => g.itemIds.includes(itemId) && ofGroup(g.schools ?? {}) !== undefined)
  const wanted = group === undefined ? ofBuild(choices.schools ?? {}) : ofGroup(group.schools ?? {})
  return wanted === undefined ? undefined : { wanted, of: group?.name ?? 'this build' }
}
