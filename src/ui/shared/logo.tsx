import Link from 'next/link'

/** The name of the product, and the way back to the list of builds. */
export function Logo() {
  return (
    <Link href="/" className="flex items-center gap-2 font-display text-lg font-semibold" title="All builds">
      <svg viewBox="0 0 32 32" width="24" height="24" aria-hidden className="text-woad">
        <g fill="none" stroke="currentColor" strokeWidth="2.6" strokeLinecap="round">
          <path d="M3 8c9 0 7 8 13 8s4 8 13 8" />
          <path d="M3 16h26" strokeDasharray="5 4" />
          <path d="M3 24c9 0 7-8 13-8s4-8 13-8" />
        </g>
      </svg>
      <span className="max-sm:sr-only">Gentle Loom</span>
    </Link>
  )
}
