import { CircleCheck, CircleHelp, Info, OctagonX, TriangleAlert } from 'lucide-react'
import { memo } from 'react'
import type { Severity } from '@/core/rules/engine/rule'

const LOOKS = {
  stop: {
    Icon: OctagonX,
    word: 'stop',
    means: 'does damage, or will not run: mend it before you build',
    text: 'text-madder',
    wash: 'bg-madder-wash',
  },
  warning: {
    Icon: TriangleAlert,
    word: 'warning',
    means: 'works, but not as planned',
    text: 'text-weld',
    wash: 'bg-weld-wash',
  },
  unknown: {
    Icon: CircleHelp,
    word: 'unknown',
    means: 'a figure or a decision is missing, so nothing is called safe',
    text: 'text-plum',
    wash: 'bg-plum-wash',
  },
  note: { Icon: Info, word: 'note', means: 'worth knowing', text: 'text-woad', wash: 'bg-woad-wash' },
  holds: {
    Icon: CircleCheck,
    word: 'holds',
    means: 'was checked and is as it should be',
    text: 'text-moss',
    wash: 'bg-moss-wash',
  },
} as const

export type Look = Severity | 'holds'

/** What each mark means, worst first. */
export const LOOK_MEANINGS = (Object.keys(LOOKS) as Look[]).map((look) => ({ look, ...LOOKS[look] }))

/** Shape and colour of a severity; the word is there for those who see neither. */
export const SeverityMark = memo(function SeverityMark({
  look,
  size = 16,
}: {
  readonly look: Look
  readonly size?: number
}) {
  const { Icon, word, text } = LOOKS[look]
  return <Icon size={size} role="img" aria-label={word} className={`${text} shrink-0`} />
})

/** What asks for something to be done, worst first. */
const SERIOUS = ['stop', 'warning', 'unknown'] as const

/** How many there are of each kind that asks for something; kinds of which there are none are left out. */
export function SeverityCounts({ counts }: { readonly counts: Readonly<Record<(typeof SERIOUS)[number], number>> }) {
  return SERIOUS.map((look) => counts[look] > 0 && <SeverityCount key={look} look={look} count={counts[look]} />)
}

/** `2 stops` and the like, with mark and count. */
export function SeverityCount({ look, count }: { readonly look: Look; readonly count: number }) {
  const { word, text, wash, means } = LOOKS[look]
  const noun = look === 'unknown' || look === 'holds' || count === 1 ? word : `${word}s`
  return (
    <span
      title={`${noun}: ${means}`}
      className={`inline-flex items-center gap-1 rounded-full px-2 py-0.5 text-[13px] font-semibold ${text} ${wash}`}
    >
      <SeverityMark look={look} size={14} /> {count} <span className="sr-only">{noun}</span>
    </span>
  )
}
