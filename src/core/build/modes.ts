/** Modes a fan header can be set to in the firmware; apart from the schemas, so that pages need not load those. */
export const HEADER_MODES = ['pwm', 'dc', 'auto'] as const
