import type { Figure, Origin } from './schema-kit'

const WEAK_ORIGINS: readonly Origin[] = ['template', 'guess']

/** Whether one of the figures is too weak to clear anything: it may find a fault, but no more. */
export function isWeak(...figures: readonly Figure[]): boolean {
  return figures.some((figure) => WEAK_ORIGINS.includes(figure.origin))
}
