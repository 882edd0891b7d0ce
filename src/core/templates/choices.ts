/** The three answers of the blank bench. */
export const BOARD_SIZES = ['small', 'middle', 'large'] as const
export type BoardSize = (typeof BOARD_SIZES)[number]

export const LIGHT_WISHES = ['none', 'addressable5V', 'oneColour12V'] as const
export type LightWish = (typeof LIGHT_WISHES)[number]
