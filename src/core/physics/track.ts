interface Track {
  /** Where the track begins and where it ends, supply against return. */
  readonly startVolts: number
  readonly endVolts: number
  readonly ledCount: number
  /** Of the whole track, there and back. */
  readonly ohms: number
  readonly ampsPerLed: number
}

/**
 * Volts at each LED of a track with the stretch before its first LED included, each of the m stretches of r = ohms / m.
 * Through stretch j flows what goes on past the track and what the LEDs from j on draw: t + i (m - j + 1). What goes on
 * follows from the volts at the ends, since all stretches together drop ohms t + r i m (m + 1) / 2 (Kirchhoff, Ohm).
 */
export function ledVoltsOf({ startVolts, endVolts, ledCount, ohms, ampsPerLed }: Track): readonly number[] {
  const stretchOhms = ohms / ledCount
  const ofLeds = (stretchOhms * ampsPerLed * ledCount * (ledCount + 1)) / 2
  const through = ohms === 0 ? 0 : (startVolts - endVolts - ofLeds) / ohms
  return Array.from({ length: ledCount }, (_, index) => {
    const k = index + 1
    return startVolts - stretchOhms * (k * through + ampsPerLed * (k * ledCount - (k * (k - 1)) / 2))
  })
}
