/** What headers and cables give as a rule (common practice, no source): of template origin wherever they stand. */
export const USUAL_FAN_HEADER_AMPS = 1
export const USUAL_PUMP_HEADER_AMPS = 2
export const USUAL_LIGHT_HEADER_AMPS = 3
export const USUAL_SATA_CABLE_AMPS = 4.5
export const USUAL_PERIPHERAL_CABLE_AMPS = 5
