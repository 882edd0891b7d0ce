import type { Token } from './lex'

export interface Price {
  readonly priceCents: number
  readonly currency: string
}

/** The price that a figure of money says, and how it is told; euros where it says no currency. */
export function priceOf({
  value,
  currency = 'EUR',
}: Extract<Token, { readonly sort: 'figure' }>): Price & { readonly meaning: string } {
  return { priceCents: Math.round(value * 100), currency, meaning: `price ${value.toFixed(2)} ${currency}` }
}
