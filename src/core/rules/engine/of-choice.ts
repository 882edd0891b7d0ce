import type { Finding } from './rule'

/** Messages that say: this is otherwise than the builder chose. */
const AGAINST_CHOICE: readonly string[] = [
  'speed-owner otherOwner',
  'light-owner otherOwner',
  'three-fan-rule moreThanThree',
  'unlike-fans unlikeAgainstChoice',
  'mirrored-legs mirrors',
  'mirrored-legs copies',
]

/** Whether a finding is about a choice that the wiring does not keep to. */
export const speaksOfChoice = ({ ruleId, messageId }: Finding): boolean =>
  AGAINST_CHOICE.includes(`${ruleId} ${messageId}`)
