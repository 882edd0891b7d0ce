/** What one head rules: its fans share one speed, as a part of full from 0 to 1. */
export interface Voice {
  /** Sound power of its fans at full speed, in any unit: the sum of 10^(L/10). */
  readonly soundPower: number
  /** What they move in and out at full speed, in m3/h. */
  readonly inM3PerH: number
  readonly outM3PerH: number
  /** Speeds it may have. */
  readonly least: number
  readonly most: number
}

export interface Wanted {
  readonly inM3PerH: number
  readonly outM3PerH: number
}

export interface Tuned {
  /** Of each head, in their order. */
  readonly speedShares: readonly number[]
  /** Whether all that is wanted is moved; else all that can be is. */
  readonly isReached: boolean
}

/** Sound power goes with the fifth power of the speed, flow with the speed. Source: fan laws, handbooks of fan noise. */
const SOUND_POWER = 5
const ROUNDS = 200

/** The speed at which one more m3/h costs as much sound as it is worth: 5 W s^4 = worth. */
function speedWorth(
  { soundPower, inM3PerH, outM3PerH, least, most }: Voice,
  worthIn: number,
  worthOut: number,
): number {
  const worth = worthIn * inM3PerH + worthOut * outM3PerH
  // What makes no sound may as well run as fast as it can, if it moves anything that counts.
  if (soundPower === 0) return worth > 0 ? most : least
  return Math.min(most, Math.max(least, (worth / (SOUND_POWER * soundPower)) ** (1 / (SOUND_POWER - 1))))
}

const moved = (voices: readonly Voice[], shares: readonly number[], way: 'inM3PerH' | 'outM3PerH') =>
  voices.reduce((sum, voice, index) => sum + voice[way] * shares[index]!, 0)

/** The least worth at which something is enough, by halving its logarithm; nought where nothing has to be paid. */
function leastWorth(isEnough: (worth: number) => boolean): number {
  if (isEnough(0)) return 0
  let [low, high] = [-60, 60]
  for (let round = 0; round < ROUNDS; round += 1) {
    const middle = (low + high) / 2
    if (middle === low || middle === high) break
    if (isEnough(2 ** middle)) high = middle
    else low = middle
  }
  return 2 ** high
}

/**
 * The speeds that make the least sound for what is to be moved in and out: the sound is convex in the speeds and the flows
 * are straight, so the best has one worth for a m3/h in and one for a m3/h out. The worth of the way out is found for each
 * worth of the way in, and that one by halving, since the more is paid the more is moved.
 */
export function tuned(voices: readonly Voice[], wanted: Wanted): Tuned {
  const sharesAt = (worthIn: number, worthOut: number) => voices.map((voice) => speedWorth(voice, worthIn, worthOut))
  const outFor = (worthIn: number) =>
    leastWorth((worthOut) => moved(voices, sharesAt(worthIn, worthOut), 'outM3PerH') >= wanted.outM3PerH)
  const worthIn = leastWorth((worth) => moved(voices, sharesAt(worth, outFor(worth)), 'inM3PerH') >= wanted.inM3PerH)
  const speedShares = sharesAt(worthIn, outFor(worthIn))
  const CLOSE = 1e-6
  const isReached =
    moved(voices, speedShares, 'inM3PerH') >= wanted.inM3PerH - CLOSE &&
    moved(voices, speedShares, 'outM3PerH') >= wanted.outM3PerH - CLOSE
  return { speedShares, isReached }
}
