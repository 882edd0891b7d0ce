'use client'

import Link from 'next/link'
import type { Item } from '@/core/build/schema'
import { useHarness } from '@/ui/session/context'
import { useEditor } from '@/ui/focus/editor-job'
import { buttonClass } from '@/ui/shared/button'

/** A case whose inside nobody has measured cannot be drawn; its part is where that is written down. */
export function NoInside({ caseItem }: { readonly caseItem: Item }) {
  const { build, factsOfItem } = useHarness()
  const { part } = factsOfItem(caseItem.id)
  return (
    <div className="max-w-prose py-6">
      <h3 className="font-display text-lg font-semibold">The inside of {caseItem.mark} is not known</h3>
      <p className="my-3 text-faded">
        Three figures are enough to draw it: how deep, how high and how wide it is inside. Holes in the tray and the
        place of the board make the ways of leads known as well.
      </p>
      <Link
        href={`/builds/${build.id}/parts`}
        onClick={() => useEditor.setState({ job: { on: 'bench', part } })}
        className={buttonClass('act')}
      >
        Write down the inside of {caseItem.mark}
      </Link>
    </div>
  )
}
