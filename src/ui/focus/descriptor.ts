import type { LucideIcon } from 'lucide-react'
import type { ComponentType } from 'react'
import type { Harness } from '@/core/operate/harness'
import type { Finding } from '@/core/rules/engine/rule'
import { useFocus } from './focus'

/** What the frame around a build knows of a stage; each stands in the folder of its stage. */
export interface Stage {
  /** Also the last part of its address. */
  readonly id: string
  readonly name: string
  readonly hint: string
  readonly Icon: LucideIcon
  /** What it shows beside the findings; fetched with the stage. */
  readonly Panel?: ComponentType
  /** Whether a finding is seen best here; a stage without it has no findings of its own. */
  readonly owns?: (finding: Finding) => boolean
  /** Turns the focus to what a finding is about. False where nothing of it can be seen here. */
  readonly show?: (finding: Finding, harness: Harness) => boolean
}

/** Shows the findings that a stage owns by picking the first port they are about. */
export const showPortOf =
  (owns: NonNullable<Stage['owns']>): NonNullable<Stage['show']> =>
  (finding) => {
    const [ref] = finding.at
    if (!owns(finding) || ref === undefined) return false
    useFocus.getState().select({ ref, isShown: true })
    return true
  }
