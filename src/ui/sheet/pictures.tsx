import { useMemo } from 'react'
import { BoardPicture } from '@/ui/case/board-picture'
import { CasePicture } from '@/ui/case/case-picture'
import { casesOf } from '@/ui/case/view'
import { useHarness } from '@/ui/session/context'
import { bandsOf } from '@/ui/wiring/layout/layout'
import { WiringPicture } from '@/ui/wiring/wiring-picture'
import { Section } from './section'

/** Each case with what sits in it; nothing of one that is empty or has no inside. */
export function Cases() {
  const harness = useHarness()
  const cases = casesOf(harness).filter(({ id }) => harness.places().some(({ caseItem }) => caseItem?.id === id))
  if (cases.length === 0) return null
  return (
    <Section title={cases.length === 1 ? 'The case' : 'The cases'}>
      {cases.map((caseItem) => (
        <CasePicture key={caseItem.id} caseItem={caseItem} />
      ))}
    </Section>
  )
}

/** Where the headers are; nothing of a board whose outline nobody has said. */
export function Boards() {
  const harness = useHarness()
  const boards = harness.items
    .map((item) => ({ item, part: harness.factsOfItem(item.id).part }))
    .filter(({ part }) => part.outline !== undefined && part.ports.some(({ spot }) => spot !== undefined))
  if (boards.length === 0) return null
  return (
    <Section title={boards.length === 1 ? 'The board' : 'The boards'}>
      <div className="flex flex-wrap gap-6">
        {boards.map(({ item, part }) => (
          <BoardPicture key={item.id} item={item} part={part} />
        ))}
      </div>
    </Section>
  )
}

/** The wiring drawn: a picture for each machine where there are several, so that each is large enough to read. */
export function Wiring() {
  const harness = useHarness()
  const bands = useMemo(
    () =>
      bandsOf(harness, harness.items).map(({ name, items }) => ({ name, only: new Set(items.map(({ id }) => id)) })),
    [harness],
  )
  if (harness.threads.length === 0) return null
  return (
    <Section title="The wiring">
      <div className="space-y-6">
        {bands.map(({ name = harness.build.name, only }, index) => (
          <WiringPicture
            key={index}
            label={name}
            title={bands.length === 1 ? 'wiring' : `wiring ${name}`}
            only={only}
          />
        ))}
      </div>
    </Section>
  )
}
