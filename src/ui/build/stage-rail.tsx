'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { useEffect, useRef } from 'react'
import type { Severity } from '@/core/rules/engine/rule'
import { SeverityCounts } from '@/ui/shared/severity'
import { useIsJudged, useVerdicts } from '@/ui/session/context'
import type { Stage } from '@/ui/focus/descriptor'
import { stageOf, STAGES } from '@/ui/stages/stages'

/** What the check found that is seen best at a stage. */
function Counts({ of }: { readonly of: Stage }) {
  const { findings } = useVerdicts()
  const mine = findings.filter((finding) => stageOf(finding) === of)
  const countOf = (look: Severity) => mine.filter(({ severity }) => severity === look).length
  return (
    <span className="mt-1 flex flex-wrap gap-1 max-md:hidden md:max-xl:justify-center">
      <SeverityCounts counts={{ stop: countOf('stop'), warning: countOf('warning'), unknown: countOf('unknown') }} />
    </span>
  )
}

/** The stages down the left (across the top on a narrow page), with the one that is open marked. */
export function StageRail({ buildId }: { readonly buildId: string }) {
  const path = usePathname()
  const isJudged = useIsJudged()
  const rail = useRef<HTMLElement>(null)
  // On a narrow page the row is longer than the page: the stage that is open is brought into its middle.
  useEffect(() => {
    const open = rail.current?.querySelector<HTMLElement>('[aria-current]')
    if (rail.current === null || open === null || open === undefined) return
    rail.current.scrollLeft = open.offsetLeft - (rail.current.clientWidth - open.clientWidth) / 2
  }, [path])
  return (
    <nav
      ref={rail}
      aria-label="Stages"
      className="relative flex gap-1 overflow-x-auto border-thread bg-weft p-2 max-md:border-b md:w-[5.5rem] md:shrink-0 xl:w-[10rem] md:flex-col md:border-r print:hidden"
    >
      {STAGES.map((stage, index) => {
        const { id, name, hint, Icon, owns } = stage
        const href = `/builds/${buildId}/${id}`
        const isOpen = path === href || path.startsWith(`${href}/`)
        return (
          <Link
            key={id}
            href={href}
            aria-current={isOpen ? 'page' : undefined}
            aria-keyshortcuts={`Alt+${index + 1}`}
            className={clsx(
              'flex items-start gap-2 rounded-md border px-2.5 py-2 max-md:items-center md:max-xl:flex-col md:max-xl:items-center md:max-xl:gap-1 md:max-xl:px-1 md:max-xl:text-center',
              isOpen ? 'border-thread bg-cloth font-semibold' : 'border-transparent hover:bg-cloth',
            )}
          >
            <Icon size={18} aria-hidden className={'shrink-0 ' + (isOpen ? 'text-woad' : 'text-faded')} />
            <span className="leading-tight">
              {name}
              <span className="hidden text-xs font-normal text-faded xl:block">{hint}</span>
              {isJudged && owns !== undefined && <Counts of={stage} />}
            </span>
          </Link>
        )
      })}
    </nav>
  )
}
