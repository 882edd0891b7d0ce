/** The sizes of boards that general classes are made for. */
export const BOARD_SIZES = ['small', 'middle', 'large'] as const
export type BoardSize = (typeof BOARD_SIZES)[number]
