import type { Place } from '@/core/build/facet-schemas'

interface FanFaceProps {
  readonly inwardFace: Place['inwardFace']
  /** Where its lead leaves, from the middle: right and down are 1. */
  readonly corner: readonly [u: number, v: number] | undefined
}

const MIDDLE = 50
const STRUTS = [45, 135, 225, 315]
const BLADES = [0, 51, 103, 154, 206, 257, 309]

/** A fan as one sees it from inside the case: four struts and the motor hub, or its blades where the open side looks in. */
export function FanFace({ inwardFace, corner }: FanFaceProps) {
  return (
    <svg viewBox="0 0 100 100" className="absolute inset-0 size-full" aria-hidden>
      <rect x="1.5" y="1.5" width="97" height="97" rx="9" fill="var(--cloth)" stroke="var(--seam)" strokeWidth="2" />
      <circle cx={MIDDLE} cy={MIDDLE} r="44" fill="var(--linen)" stroke="var(--thread)" strokeWidth="1.5" />
      {inwardFace === 'struts' &&
        STRUTS.map((degrees) => (
          <path
            key={degrees}
            d="M 50 50 L 94 50"
            transform={`rotate(${degrees} 50 50)`}
            stroke="var(--seam)"
            strokeWidth="4"
          />
        ))}
      {inwardFace === 'open' &&
        BLADES.map((degrees) => (
          <path
            key={degrees}
            d="M 66 50 C 76 40, 86 40, 92 46"
            transform={`rotate(${degrees} 50 50)`}
            fill="none"
            stroke="var(--thread)"
            strokeWidth="3.5"
          />
        ))}
      {corner !== undefined && (
        <circle
          cx={MIDDLE + corner[0] * 41}
          cy={MIDDLE + corner[1] * 41}
          r="6.5"
          fill="var(--ink)"
          stroke="var(--cloth)"
          strokeWidth="1.5"
        />
      )}
    </svg>
  )
}
