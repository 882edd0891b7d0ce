import type { Corner, Side } from '../places/space'

/** The corners of a frame as one sees them: on an upright panel lower and upper, on a flat one front and rear. */
const UPRIGHT = ['lower inner', 'upper inner', 'upper outer', 'lower outer'] as const
const FLAT = ['front inner', 'rear inner', 'rear outer', 'front outer'] as const
const ON_SIDE = ['lower front', 'lower rear', 'upper rear', 'upper front'] as const

/** The word for a corner as findings and repairs tell it: its panel's side and its number, `front 2`. */
export function cornerNamed(text: string): string {
  const [side, corner] = text.split(' ')
  return cornerWord(side as Side, Number(corner) as Corner)
}

/** Where a lead leaves a frame, in two words; inner is towards the tray. */
export function cornerWord(side: Side, corner: Corner): string {
  if (side === 'side') return ON_SIDE[corner]
  return side === 'front' || side === 'back' ? UPRIGHT[corner] : FLAT[corner]
}
