import type { Curve } from '../build/facet-schemas'
import type { HeadSetting } from '../sheet/settings'

/** The mode of a header, in the words of menus. */
export const MODE_WORDS: Readonly<Record<NonNullable<HeadSetting['mode']>, string>> = {
  pwm: 'PWM',
  dc: 'DC',
  auto: 'automatic',
}

/** The points of a curve, `40 °C 35 %, 60 °C 50 %`. */
export const pointsText = ({ points }: Pick<Curve, 'points'>): string =>
  points.map(({ temperatureC, dutyPercent }) => `${temperatureC} °C ${dutyPercent} %`).join(', ')
