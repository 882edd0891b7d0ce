import type { Service } from '@/core/sheet/leads'

/** Every service has a line of its own: colour, weight and dashes all differ. */
export const SERVICE_LINES: Readonly<
  Record<Service, { readonly word: string; readonly stroke: string; readonly widthPx: number; readonly dash: string }>
> = {
  supply: { word: 'supply', stroke: 'var(--seam)', widthPx: 4, dash: '' },
  usb: { word: 'USB', stroke: 'var(--plum)', widthPx: 2, dash: '2 3' },
  fan: { word: 'fan', stroke: 'var(--woad)', widthPx: 2, dash: '' },
  signal: { word: 'signal only', stroke: 'var(--woad)', widthPx: 1.5, dash: '1 4' },
  light5v: { word: '5 V light', stroke: 'var(--moss)', widthPx: 2, dash: '9 4' },
  light12v: { word: '12 V light', stroke: 'var(--weld)', widthPx: 2.5, dash: '9 3 2 3' },
  other: { word: 'other', stroke: 'var(--ink)', widthPx: 1.5, dash: '' },
}

/** What the marks on a bar say. */
function BarMarks() {
  return (
    <li className="flex items-center gap-1.5" title="The bar is what runs there; the number says it in full">
      <svg width="30" height="14" aria-hidden>
        <rect x="0.5" y="4.5" width="29" height="8" rx="4" fill="var(--linen)" stroke="var(--seam)" />
        <path d="M 14 0 H 21 L 17.5 4 Z" fill="var(--ink)" />
        <line x1="24" x2="24" y1="5" y2="12" stroke="var(--ink)" />
      </svg>
      peak at start-up, and where the headroom begins
    </li>
  )
}

/** Samples of the lines that occur, with their words, and the marks of the bars. */
export function Legend({ services }: { readonly services: readonly Service[] }) {
  return (
    <ul aria-label="Lines and marks" className="flex shrink-0 flex-wrap gap-x-4 gap-y-1 text-[13px] text-faded">
      {services.map((service) => {
        const { word, stroke, widthPx, dash } = SERVICE_LINES[service]
        return (
          <li key={service} className="flex items-center gap-1.5">
            <svg width="34" height="8" aria-hidden>
              <line
                x1="1"
                x2="33"
                y1="4"
                y2="4"
                stroke={stroke}
                strokeWidth={widthPx}
                strokeDasharray={dash}
                strokeLinecap="round"
              />
            </svg>
            {word}
          </li>
        )
      })}
      <BarMarks />
    </ul>
  )
}
