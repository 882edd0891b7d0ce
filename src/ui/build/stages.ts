import { Cable, ClipboardList, Fan, Package } from 'lucide-react'
import { ruleOf } from '@/core/rules/check'
import type { Finding } from '@/core/rules/engine/rule'

/** The stages there are, in the order people work; Alt and the number go to each. */
export const STAGES = [
  { id: 'parts', name: 'Parts', hint: 'what lies on the bench', Icon: Package },
  { id: 'places', name: 'Places', hint: 'where it sits, how it breathes', Icon: Fan },
  { id: 'threads', name: 'Threads', hint: 'which lead goes where', Icon: Cable },
  { id: 'sheet', name: 'Sheet', hint: 'what goes to the workbench', Icon: ClipboardList },
] as const

/** The stage where a finding is seen best: where things sit in Places, all the rest in Threads. */
export const stageOf = (finding: Finding): 'places' | 'threads' =>
  ruleOf(finding).group === 'place' ? 'places' : 'threads'

export type StageId = (typeof STAGES)[number]['id']
