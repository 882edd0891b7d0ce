/** What people decide one way or the other, and the ways there are. */
export const SCHOOLS = {
  radiatorFans: ['board', 'controller', 'sync', 'pump'],
  speed: ['board', 'controller', 'sync'],
  light: ['board', 'maker', 'handBox', 'foreign'],
  fanCount: ['sum', 'threeFans'],
  manyFans: ['spread', 'gather'],
  radiatorAir: ['exhaust', 'intake'],
  models: ['match', 'mix'],
  wrongPlug: ['adapter'],
  splitLights: ['mirror', 'separate'],
  curveSet: ['tuned', 'stock'],
  plan: ['money', 'boxes', 'groups', 'nothing'],
} as const
export type School = keyof typeof SCHOOLS
export const SCHOOL_NAMES = Object.keys(SCHOOLS) as readonly School[]
