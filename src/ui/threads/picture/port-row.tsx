import { useDraggable } from '@dnd-kit/core'
import clsx from 'clsx'
import { memo, useMemo, useState } from 'react'
import { portKey, type PortKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import type { PortRef } from '@/core/schema/schema-kit'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { useFocus } from '@/ui/focus/focus'
import { useHarness } from '@/ui/session/context'
import { SeverityMark } from '@/ui/shared/severity'
import { BudgetBar } from '@/ui/wiring/budget-bar'
import { ROW_PX } from '@/ui/wiring/layout/layout'
import { useIsOver } from '@/ui/threads/state/under-pointer'
import { useAnswerAt } from '@/ui/threads/state/use-answers'
import { rowState, type RowState } from '@/ui/wiring/row-view'

function StateOfRow({ state }: { readonly state: RowState }) {
  switch (state.is) {
    case 'bar':
      return <BudgetBar bar={state.bar} />
    case 'answer':
      return (
        <span
          className={clsx('flex min-w-0 items-center gap-1 text-[13px]', state.look === undefined && 'text-faded')}
          title={state.title}
        >
          <span className="truncate">{state.text}</span>
          {state.look !== undefined && <SeverityMark look={state.look} size={14} />}
        </span>
      )
    case 'loose':
    case 'wanting':
      return (
        <span
          className={`rounded px-1.5 text-[13px] font-semibold ${state.is === 'loose' ? 'bg-madder-wash text-madder' : 'bg-weld-wash text-weld'}`}
        >
          {state.text}
        </span>
      )
    case 'plugged':
    case 'parked':
    case 'free':
      return (
        <span className="truncate text-[13px] text-faded" title={state.text}>
          {state.text}
        </span>
      )
    default:
      return state satisfies never
  }
}

/** What a port holds is told after its name. */
const stateId = (rowKey: PortKey) => `holds-${rowKey}`

interface ContentProps {
  readonly rowKey: PortKey
  /** The mark of the item, where the card has no head to say it. */
  readonly mark: string | undefined
  readonly name: string
  readonly state: RowState
}

/** While something is dragged each row is asked again; what it says is drawn only when it says something else. */
const RowContent = memo(function RowContent({ rowKey, mark, name, state }: ContentProps) {
  return (
    <>
      <span className="flex max-w-[60%] shrink-0 items-baseline gap-1.5">
        {mark !== undefined && <span className="min-w-7 font-display font-semibold">{mark}</span>}
        <span className="truncate" title={name}>
          {name}
        </span>
      </span>
      <span id={stateId(rowKey)} className="contents">
        <StateOfRow state={state} />
      </span>
    </>
  )
})

/** What a port carries does not change with what is picked; one that says the same as before stays the same object. */
function usePlainState(harness: Harness, placed: PlacedPort): RowState {
  const state = useMemo(() => rowState(harness, placed, undefined), [harness, placed])
  const [held, hold] = useState(state)
  if (held === state) return state
  if (JSON.stringify(held) === JSON.stringify(state)) return held
  hold(state)
  return state
}

interface RowProps {
  readonly placed: PlacedPort
  /** The mark of the item, where the card has no head to say it. */
  readonly mark: string | undefined
  readonly isTabStop: boolean
}

/** One port of a card: its name, and what it carries or what would happen there. Leads are dragged, ports take them. */
export const PortRow = memo(function PortRow({ placed, mark, isTabStop }: RowProps) {
  const harness = useHarness()
  const { key, port, item } = placed
  const isLead = port.side === 'takes'
  const isPicked = useFocus(({ selected, also }) => {
    const isThis = (ref: PortRef) => portKey(ref) === key
    return (selected !== null && isThis(selected.ref)) || also.some(isThis)
  })
  const plain = usePlainState(harness, placed)
  const answer = useAnswerAt(placed)
  const state = useMemo(
    () => (answer === undefined ? plain : rowState(harness, placed, answer)),
    [harness, placed, plain, answer],
  )
  const isDimmed = answer !== undefined && ['misfit', 'taken', 'ring'].includes(answer.candidate.outlook)
  const drag = useDraggable({ id: key, disabled: !isLead, attributes: { role: 'button' } })
  const isOver = useIsOver(key)
  return (
    <button
      ref={drag.setNodeRef}
      type="button"
      data-stop={key}
      data-port={key}
      data-over={isOver}
      tabIndex={isTabStop ? 0 : -1}
      aria-pressed={isPicked}
      aria-label={`${item.mark} ${port.name}`}
      aria-describedby={stateId(key)}
      {...drag.listeners}
      style={{ height: ROW_PX }}
      className={clsx(
        'flex w-full items-center justify-between gap-2 px-2 text-left',
        isPicked ? 'bg-woad-wash font-semibold' : 'hover:bg-weft',
        isDimmed && 'text-faded',
        isOver && 'outline-2 -outline-offset-2 outline-woad',
      )}
    >
      <RowContent rowKey={key} mark={mark} name={port.name} state={state} />
    </button>
  )
})
