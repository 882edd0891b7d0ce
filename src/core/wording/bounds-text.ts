/** A figure between two, both included; null or endless where there is nothing of it, as the level of what stands. */
export interface BoundsShown {
  readonly least: number | null
  readonly most: number | null
}

/** A figure as it is known, without its unit: `800`, `0 to 800`, `none to 29.9`, `none`, `unknown`. */
export function boundsText(bounds: BoundsShown | null | undefined, decimals: number): string {
  if (bounds === null || bounds === undefined) return 'unknown'
  const shown = (value: number | null) => (value !== null && Number.isFinite(value) ? value.toFixed(decimals) : 'none')
  const [least, most] = [shown(bounds.least), shown(bounds.most)]
  return least === most ? most : `${least} to ${most}`
}
