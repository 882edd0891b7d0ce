import type { PortRef } from '../schema/schema-kit'
import type { DeclaredModel } from '../build/facet-schemas'
import type { Part } from '../parts/schema'
import type { Harness } from '../operate/harness'
import { hasRoles, programmed } from '../structure/wiring/part-facts'
import { switchesFor } from '../structure/wiring/switches'
import { groupBy } from '../units/group'
import { compareVersions } from '../units/version'

/** A thing to install or to set before a machine does what its plan says, in the order of `programSteps`. */
export type ProgramStep =
  | {
      readonly does: 'number'
      readonly itemId: string
      readonly addressNumber: number
      /** On or off, the first switch counting 1; none where it is set otherwise. */
      readonly switches: readonly boolean[]
    }
  | { readonly does: 'firmware'; readonly itemId: string; readonly firmware: string | undefined }
  | {
      readonly does: 'install'
      /** Undefined where nobody said what it is called. */
      readonly name: string | undefined
      readonly leastVersion: string | undefined
      readonly itemIds: readonly string[]
    }
  | { readonly does: 'boxFirmware'; readonly itemId: string; readonly firmware: string }
  | { readonly does: 'declare'; readonly at: PortRef; readonly models: readonly DeclaredModel[] }
  | { readonly does: 'follow'; readonly at: PortRef; readonly setting: string | undefined }

const newest = (versions: readonly (string | undefined)[]): string | undefined =>
  versions.reduce(
    (best, one) => (one !== undefined && (best === undefined || compareVersions(one, best) > 0) ? one : best),
    undefined,
  )

interface Box {
  readonly itemId: string
  readonly part: Part
}

/** Boxes of one program are served by one installation of it, of the newest of their least versions. */
function installs(boxes: readonly Box[]): readonly ProgramStep[] {
  const named = groupBy(
    boxes.filter(({ part }) => part.program?.name !== undefined),
    ({ part }) => part.program!.name!,
  )
  const unnamed = boxes.filter(({ part }) => part.program?.name === undefined)
  return [
    ...[...named].map(([name, some]): ProgramStep => ({
      does: 'install',
      name,
      leastVersion: newest(some.map(({ part }) => part.program?.leastVersion)),
      itemIds: some.map(({ itemId }) => itemId),
    })),
    ...unnamed.map(({ itemId, part }): ProgramStep => ({
      does: 'install',
      name: undefined,
      leastVersion: part.program?.leastVersion,
      itemIds: [itemId],
    })),
  ]
}

/**
 * What to install and to set, in order: numbers while the power is off, the firmware of boards before anything is judged by
 * it, then programs, the firmware of boxes through them, what they are told of their lights, and at last the settings that
 * make a box follow the board, which only a box that its program sees can take (common practice, no source).
 */
export function programSteps(harness: Harness): readonly ProgramStep[] {
  const all = harness.items.map(({ id: itemId }) => ({ itemId, ...harness.factsOfItem(itemId) }))
  const boards = all.filter(hasRoles)
  const boxes = all.filter((one) => programmed(one) !== undefined)
  const declared = groupBy(harness.build.choices.declaredModels ?? [], ({ at }) => harness.name(at))
  return [
    ...(harness.build.choices.addresses ?? []).map(({ itemId, addressNumber }): ProgramStep => {
      const switchCount = harness.factsOfItem(itemId).all.cascade[0]?.switchCount?.value ?? 0
      return { does: 'number', itemId, addressNumber, switches: switchesFor(addressNumber, switchCount) }
    }),
    ...boards.map(({ itemId, part }): ProgramStep => ({ does: 'firmware', itemId, firmware: part.program?.firmware })),
    ...installs(boxes),
    ...boxes.flatMap(({ itemId, part }): readonly ProgramStep[] => {
      const firmware = part.program?.firmware
      return firmware === undefined ? [] : [{ does: 'boxFirmware', itemId, firmware }]
    }),
    ...[...declared.values()].map((models): ProgramStep => ({ does: 'declare', at: models[0]!.at, models })),
    ...all.flatMap(({ itemId, all: { follows } }) =>
      follows
        .map(({ input, setting }) => ({ at: { itemId, portId: input }, setting }))
        .filter(({ at }) => harness.choices.syncAt(at) === true)
        .map(({ at, setting }): ProgramStep => ({ does: 'follow', at, setting })),
    ),
  ]
}
