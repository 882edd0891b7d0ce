import type { ReactNode } from 'react'
import type { DrawnThing } from './drawn'

/** A case that is dark in both themes, so that what shines in it is seen. */
export const BY_NIGHT = { tray: '#292622', wall: '#22201c', edge: '#4a453d', thing: '#5a544a' }

interface NightFrameProps {
  readonly thing: DrawnThing
  readonly fill?: string
  readonly stroke?: string
  readonly children: ReactNode
}

/** The outline of a thing in a dark case, and whatever is drawn on it, from its middle. */
export function NightFrame({ thing, fill = 'none', stroke = BY_NIGHT.thing, children }: NightFrameProps) {
  const { is, centre, widthMm, heightMm, turn } = thing
  return (
    <g transform={`translate(${centre.uMm + turn * 8} ${centre.vMm + turn * 8})`}>
      <rect
        x={-widthMm / 2 + 3}
        y={-heightMm / 2 + 3}
        width={widthMm - 6}
        height={heightMm - 6}
        rx={is === 'fan' ? 12 : 6}
        fill={fill}
        stroke={stroke}
        strokeWidth="1.5"
      />
      {children}
    </g>
  )
}
