import { valueOf, type Model, type Values } from './model'
import type { Offer } from './problem'

/**
 * The offers that may still be part of a best plan, once a plan is known that leaves nothing loose and brings no mind:
 * whatever costs more than all of that plan cannot be. All of them where no such plan is known.
 */
export function worthOffering(offers: readonly Offer[], model: Model, known: Values): readonly Offer[] {
  const comesTo = (key: string) => valueOf(model.goals.find((goal) => goal.key === key)?.terms ?? [], known)
  if (comesTo('loose') + comesTo('minds') + comesTo('unpriced') > 0.5) return offers
  const cents = comesTo('cents')
  return offers.filter(({ priceCents }) => priceCents !== undefined && priceCents <= cents)
}
