import { check, type Verdicts } from '../../src/core/rules/check'
import { derive } from '../../src/core/operate/harness'
import type { Build } from '../../src/core/build/schema'

/** What the check says, without how it came to it. */
export function said({ islands: _islands, ...verdicts }: Verdicts): Omit<Verdicts, 'islands'> {
  return verdicts
}

/** What the check says of a build. */
export const saidOf = (build: Build) => said(check(derive(build)))
