import type { BoardPlan } from '../parts/make'
import type { BoardSize } from './choices'

/**
 * Outlines by published sizes: Mini-ITX 170 by 170 mm, microATX 244 by 244 mm, ATX 305 by 244 mm (form factor
 * specifications, from memory). Where headers are is common practice, no source: commands for the processor at the roof
 * edge, the rest along the floor and the front.
 */
export const BOARD_PLANS: Readonly<Record<BoardSize, BoardPlan>> = {
  small: {
    depthMm: 170,
    heightMm: 170,
    processor: [95, 105],
    headers: { CPU: [90, 164], SYS1: [6, 60], LED5V: [40, 6], USB1: [80, 6] },
  },
  middle: {
    depthMm: 244,
    heightMm: 244,
    processor: [150, 170],
    headers: {
      CPU: [130, 238],
      PUMP: [100, 238],
      SYS1: [6, 90],
      SYS2: [60, 6],
      SYS3: [215, 110],
      LED5V: [90, 6],
      LED12V: [120, 6],
      USB1: [20, 6],
      USB2: [36, 6],
    },
  },
  large: {
    depthMm: 244,
    heightMm: 305,
    processor: [150, 225],
    headers: {
      CPU: [130, 299],
      PUMP: [100, 299],
      SYS1: [6, 90],
      SYS2: [60, 6],
      SYS3: [215, 150],
      SYS4: [6, 240],
      SYS5: [180, 6],
      SYS6: [60, 299],
      LED5V: [90, 6],
      LED12V: [120, 6],
      USB1: [20, 6],
      USB2: [36, 6],
    },
  },
}
