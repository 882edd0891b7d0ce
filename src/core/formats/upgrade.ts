/** A document as it was written, before anybody knows whether it is sound. */
type Written = Readonly<Record<string, unknown>>

/** What a document of one version becomes in the next; the version itself is set by `upgraded`. */
export type UpgradeStep = (document: Written) => Written

/** The steps of build documents: the first leads from version 1 to 2. There is only version 1 so far. */
export const BUILD_STEPS: readonly UpgradeStep[] = []

/** The same for parts on a shelf and in a file of parts; a step of builds takes the copies inside a build along. */
export const PART_STEPS: readonly UpgradeStep[] = []

/** The same for packs, which stand in the same files as parts and share their version. */
export const PACK_STEPS: readonly UpgradeStep[] = []

/**
 * A document of an older version as the newest one, step by step; anything else (newer, newest, no version) as it is.
 * `version` is where the steps begin.
 */
export function upgraded(document: unknown, version: unknown, steps: readonly UpgradeStep[]): unknown {
  if (typeof document !== 'object' || document === null || !Number.isInteger(version)) return document
  const from = version as number
  if (from < 1 || from > steps.length) return document
  const newest = steps.slice(from - 1).reduce((written, step) => step(written), document as Written)
  return 'version' in newest ? { ...newest, version: steps.length + 1 } : newest
}
