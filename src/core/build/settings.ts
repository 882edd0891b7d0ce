import type { Build } from './schema'

/**
 * Figures that hold for the whole build, each with the range it may have and what counts where it is not said: copper at
 * the temperature of its standard (IEC 60028), slack and frames by common practice, no source.
 */
export const SETTINGS = {
  copperTemperatureC: { least: -20, most: 105, usual: 20 },
  leadSlackMm: { least: 0, most: 1000, usual: 30 },
  hoseSlackMm: { least: 0, most: 1000, usual: 60 },
  leastFramesPerSecond: { least: 1, most: 1000, usual: 30 },
} as const
export type Setting = keyof typeof SETTINGS

/** A setting of the build, or what counts where it is not said. */
export const settingOf = ({ choices }: Pick<Build, 'choices'>, name: Setting): number =>
  choices[name] ?? SETTINGS[name].usual
