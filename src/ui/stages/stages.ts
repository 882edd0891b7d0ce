import type { Harness } from '@/core/operate/harness'
import type { Finding } from '@/core/rules/engine/rule'
import { benchStage } from '@/ui/bench/stage'
import type { Stage } from '@/ui/focus/descriptor'
import { lightStage } from '@/ui/light/stage'
import { partsStage } from '@/ui/parts/stage'
import { placesStage } from '@/ui/places/stage'
import { machinesStage } from '@/ui/record/stage'
import { sheetStage } from '@/ui/sheet/stage'
import { speedStage } from '@/ui/speed/stage'
import { threadsStage } from '@/ui/threads/stage'

/** The stages there are, in the order people work; Alt and the number go to each. */
export const STAGES: readonly Stage[] = [
  partsStage,
  placesStage,
  threadsStage,
  speedStage,
  lightStage,
  benchStage,
  sheetStage,
  machinesStage,
]

/** The stage that an address leads to; undefined on a page of a build that is none. */
export const stageAt = (path: string): Stage | undefined => STAGES.find(({ id }) => path.endsWith(`/${id}`))

/** The stage where a finding is seen best; Wiring has those that no other stage asks for. */
export const stageOf = (finding: Finding): Stage =>
  STAGES.find((stage) => stage !== threadsStage && stage.owns?.(finding)) ?? threadsStage

/** Turns the focus to a finding, at its own stage or else at the first that can show it; gives that stage. */
export function showAtStage(finding: Finding, harness: Harness): Stage | undefined {
  return [stageOf(finding), ...STAGES].find(({ show }) => show?.(finding, harness))
}
