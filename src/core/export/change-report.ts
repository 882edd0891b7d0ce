import type { Build } from '../build/schema'
import { changePlan } from '../record/change-plan'
import type { ChangeReport } from '../record/report-schema'
import { changeText } from '../wording/change-text'

/** What is to be done to get from one state to another, as data; the time is that of the leads, at so many minutes each. */
export function changeReportOf(before: Build, after: Build, minutesPerLead: number): ChangeReport {
  const { changes, leadCount } = changePlan(before, after)
  return {
    format: 'gentle-loom change',
    version: 1,
    before: { id: before.id, name: before.name },
    after: { id: after.id, name: after.name },
    steps: changes.map((change) => ({ does: change.does, text: changeText(change) })),
    leadCount,
    minutesPerLead,
    minutes: leadCount * minutesPerLead,
  }
}
