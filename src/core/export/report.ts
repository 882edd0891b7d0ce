import type { Build } from '../build/schema'
import { derive } from '../operate/harness'
import { check, mendsFor } from '../rules/check'
import type { Finding } from '../rules/engine/rule'
import { sumText } from '../wording/sum-text'
import { findingText, mendText } from '../wording/text'
import type { Report } from './report-schema'

/** Where a finding is: its ports, and things of it that have none. */
const placesOf = ({ at, itemIds = [] }: Finding) => [...at, ...itemIds.map((itemId) => ({ itemId }))]

const markOf = (build: Build, itemId: string) => build.items.find(({ id }) => id === itemId)!.mark

/** The whole judgement of a sound build as plain data: findings with their sentences, sums and mends. */
export function reportOf(build: Build): Report {
  const harness = derive(build)
  const { counts, outcomes, findings, accepted } = check(harness)
  return {
    format: 'gentle-loom-check',
    version: 2,
    build: { id: build.id, name: build.name, revision: build.revision },
    counts,
    outcomes,
    findings: findings.map((finding) => ({
      ruleId: finding.ruleId,
      messageId: finding.messageId,
      severity: finding.severity,
      text: findingText(finding),
      at: placesOf(finding),
      places: [
        ...finding.at.map((ref) => harness.name(ref)),
        ...(finding.itemIds ?? []).map((id) => markOf(build, id)),
      ],
      params: finding.params,
      ...(finding.sum === undefined ? {} : { sum: sumText(build, finding.sum) }),
      mends: mendsFor(harness, finding).map((mend) => ({ text: mendText(mend), edit: mend.edit })),
    })),
    accepted: accepted.map((finding) => ({
      ruleId: finding.ruleId,
      messageId: finding.messageId,
      text: findingText(finding),
      at: placesOf(finding),
    })),
  }
}
