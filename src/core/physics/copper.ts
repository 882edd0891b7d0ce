/** Diameter of 36 AWG in mm, and the ratio of two neighbouring gauges: (0.460 in / 0.005 in)^(1/39). Source: ASTM B258. */
const DIAMETER_36_AWG_MM = 0.127
const DIAMETER_RATIO = 92
const GAUGE_STEPS = 39
const REFERENCE_GAUGE_AWG = 36

/** Resistivity of annealed copper at 20 °C in ohm mm²/m, and its temperature coefficient per kelvin. Source: IEC 60028. */
const COPPER_OHM_MM2_PER_M = 0.017241
const COPPER_COEFFICIENT_PER_K = 0.00393
const REFERENCE_TEMPERATURE_C = 20

/** Diameter of a solid round wire in mm by its gauge. Source: ASTM B258. */
export function wireDiameterMm(gaugeAwg: number): number {
  return DIAMETER_36_AWG_MM * DIAMETER_RATIO ** ((REFERENCE_GAUGE_AWG - gaugeAwg) / GAUGE_STEPS)
}

/** Cross-section of a solid round wire in mm². */
export function wireAreaMm2(gaugeAwg: number): number {
  const diameterMm = wireDiameterMm(gaugeAwg)
  return (Math.PI * diameterMm * diameterMm) / 4
}

/**
 * Ohms of a copper wire of this gauge and length (one way). Stranded wire runs a few percent over the solid value:
 * common practice, no source. Sources: ASTM B258 for the diameter, IEC 60028 for the copper.
 */
export function wireOhms(gaugeAwg: number, lengthMm: number, temperatureC = REFERENCE_TEMPERATURE_C): number {
  const atTemperature = 1 + COPPER_COEFFICIENT_PER_K * (temperatureC - REFERENCE_TEMPERATURE_C)
  return ((COPPER_OHM_MM2_PER_M * atTemperature) / wireAreaMm2(gaugeAwg)) * (lengthMm / 1000)
}
