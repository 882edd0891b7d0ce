import type { Capacity, CapacityAnswer } from '../weave/answers/how-many'

function roomText(name: string, { most, sound, isEndless, isProven }: Capacity): string {
  const shown = isEndless ? `${most} or more` : String(most)
  const all = sound === most ? 'all of them sound' : `${sound} of them sound`
  const rest = most === 0 ? 'none' : `${shown}, ${all}`
  return `${name}: ${rest}${isProven ? '' : ' (found in the time; more may fit)'}`
}

/** How many more of a thing fit into a machine, as it is wired and wired anew. */
export function capacityText({ asWired, anew }: CapacityAnswer): string {
  if (asWired === undefined || anew === undefined)
    return 'No answer was found in the time. The build may be too large for it.'
  return `${roomText('As all is wired', asWired)}. ${roomText('Wired anew', anew)}. Whether their leads reach is not asked.`
}
