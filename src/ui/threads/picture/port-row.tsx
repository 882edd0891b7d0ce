import { useDraggable, useDroppable } from '@dnd-kit/core'
import clsx from 'clsx'
import { memo } from 'react'
import { SeverityMark } from '@/ui/shared/severity'
import { BudgetBar } from '@/ui/wiring/budget-bar'
import { ROW_PX } from '@/ui/threads/layout/layout'
import type { RowState } from '@/ui/wiring/row-view'

/** All that a row shows, as plain values, so that one whose words stay the same is not drawn again. */
export interface RowView {
  readonly portKey: string
  /** The mark of the item, where the card has no head to say it. */
  readonly mark: string | undefined
  readonly name: string
  readonly label: string
  readonly isLead: boolean
  readonly isPicked: boolean
  readonly isTabStop: boolean
  readonly isDimmed: boolean
  readonly state: RowState
}

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
const stateId = (portKey: string) => `holds-${portKey}`

function RowContent({ view }: { readonly view: RowView }) {
  const { mark, name, state } = view
  return (
    <>
      <span className="flex max-w-[60%] shrink-0 items-baseline gap-1.5">
        {mark !== undefined && <span className="min-w-7 font-display font-semibold">{mark}</span>}
        <span className="truncate" title={name}>
          {name}
        </span>
      </span>
      <span id={stateId(view.portKey)} className="contents">
        <StateOfRow state={state} />
      </span>
    </>
  )
}

function Row({ view }: { readonly view: RowView }) {
  const { portKey, label, isLead, isPicked, isTabStop, isDimmed } = view
  const drag = useDraggable({ id: portKey, disabled: !isLead, attributes: { role: 'button' } })
  const drop = useDroppable({ id: portKey })
  return (
    <button
      ref={(node) => {
        drag.setNodeRef(node)
        drop.setNodeRef(node)
      }}
      type="button"
      data-stop={portKey}
      data-port={portKey}
      data-over={drop.isOver}
      tabIndex={isTabStop ? 0 : -1}
      aria-pressed={isPicked}
      aria-label={label}
      aria-describedby={stateId(portKey)}
      {...drag.listeners}
      style={{ height: ROW_PX }}
      className={clsx(
        'flex w-full items-center justify-between gap-2 px-2 text-left',
        isPicked ? 'bg-woad-wash font-semibold' : 'hover:bg-weft',
        isDimmed && 'text-faded',
        drop.isOver && 'outline-2 -outline-offset-2 outline-woad',
      )}
    >
      <RowContent view={view} />
    </button>
  )
}

/**
 * One port of a card: its name, and what it carries or what would happen there. Leads are dragged, ports take them. A
 * row whose words stay the same is not drawn again.
 */
export const PortRow = memo(
  Row,
  (a: { readonly view: RowView }, b: { readonly view: RowView }) => JSON.stringify(a.view) === JSON.stringify(b.view),
)
