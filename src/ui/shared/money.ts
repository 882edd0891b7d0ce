/** Cents of a currency as people read them: `16.90 EUR`. */
export function formatMoney(cents: number, currency: string): string {
  return `${(cents / 100).toFixed(2)} ${currency}`
}
