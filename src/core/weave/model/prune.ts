import { valueOf, type Model, type Values } from './model'
import type { Offer } from '../problem/problem'

/**
 * The offers that may still be part of a best plan, once a plan is known: where every goal before money comes to nothing
 * in it, whatever costs more than all of that plan cannot be. All of them where that is not so.
 */
export function worthOffering(offers: readonly Offer[], { goals }: Model, known: Values): readonly Offer[] {
  const money = goals.findIndex(({ key }) => key === 'cents')
  const before = goals.slice(0, Math.max(0, money))
  const isUnpricedFirst = before.some(({ key }) => key === 'unpriced')
  if (money < 0 || before.some(({ terms }) => Math.abs(valueOf(terms, known)) > 0.5)) return offers
  const cents = valueOf(goals[money]!.terms, known)
  return offers.filter(({ priceCents }) => (priceCents === undefined ? !isUnpricedFirst : priceCents <= cents))
}
