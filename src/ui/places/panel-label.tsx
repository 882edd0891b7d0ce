'use client'

import { airEdit } from '@/core/build/choose'
import { passesPercent } from '@/core/structure/place/air'
import { groupBy } from '@/core/units/group'
import { layoutText } from '@/core/wording/place-text'
import { useActions, useHarness } from '@/ui/session/context'
import { usePlaces } from './places-state'
import type { CaseView, DrawnPanel } from '@/ui/case/view'

const PASSES = [100, 90, 80, 70, 60, 50, 40] as const
/** Labels of roof and floor stand in one line, those of upright walls in the empty corner above them. */
const FLAT_PX = 360
const UPRIGHT_PX = 132
const FIELD = 'rounded border border-thread bg-cloth px-0.5 text-[13px]'

interface LabelProps {
  readonly view: CaseView
  readonly drawn: DrawnPanel
}

/** What a panel is, the layout its rails are in, and how much of the free flow its filter leaves. */
function PanelLabel({ view, drawn }: LabelProps) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const showLayout = usePlaces((state) => state.showLayout)
  const { panel, layout, isSettled } = drawn
  const caseId = view.caseItem.id
  const passes = passesPercent(harness, caseId, panel.id)
  const setPasses = (percent: number) => {
    const before = harness.build.choices.air?.find(({ itemId }) => itemId === caseId)
    const others = (before?.panels ?? []).filter(({ panelId }) => panelId !== panel.id)
    dispatch(airEdit({ ...before, itemId: caseId, panels: [...others, { panelId: panel.id, passesPercent: percent }] }))
  }
  return (
    <div className="flex flex-wrap items-center gap-x-1.5">
      <span className="font-display font-semibold">{panel.name}</span>
      {panel.depthMm !== undefined && <span className="text-faded">{panel.depthMm.value} mm deep</span>}
      <select
        aria-label={`Layout of ${panel.name}`}
        title={isSettled ? 'Take everything out of this panel to change its layout' : 'What its rails hold'}
        value={layout.id}
        disabled={isSettled || panel.layouts.length === 1}
        onChange={(event) => showLayout(`${caseId}/${panel.id}`, event.target.value)}
        className={FIELD}
      >
        {panel.layouts.map((one) => (
          <option key={one.id} value={one.id}>
            {layoutText(one)}
          </option>
        ))}
      </select>
      <select
        aria-label={`Share of the free flow that passes ${panel.name}`}
        title="What filters, grilles and radiators leave of the free flow"
        value={passes}
        onChange={(event) => setPasses(Number(event.target.value))}
        className={FIELD}
      >
        {[...new Set([...PASSES, passes])].map((percent) => (
          <option key={percent} value={percent}>
            air {percent} %
          </option>
        ))}
      </select>
    </div>
  )
}

/** The labels of the panels on each side of the case, one below the other beside their wall. */
export function PanelLabels({ view, scale }: { readonly view: CaseView; readonly scale: number }) {
  return [...groupBy(view.panels, ({ panel }) => panel.side)].map(([side, panels]) => {
    const box = view.net.walls.get(side)!
    const isBelow = side === 'bottom'
    const isFlat = isBelow || side === 'top'
    return (
      <div
        key={side}
        className="absolute z-20 text-[13px] leading-5"
        style={{
          left: box.uMm * scale,
          width: Math.max(box.widthMm * scale, isFlat ? FLAT_PX : UPRIGHT_PX),
          ...(isBelow
            ? { top: (box.vMm + box.heightMm) * scale + 3 }
            : { top: box.vMm * scale - 3, transform: 'translateY(-100%)' }),
        }}
      >
        {panels.map((drawn) => (
          <PanelLabel key={drawn.panel.id} view={view} drawn={drawn} />
        ))}
      </div>
    )
  })
}
