/**
 * Amps of a fan at a share of its full speed, from 0 to 1. The power of a fan goes with the third power of its speed (fan
 * laws, as in handbooks of ventilation; from memory). Told by PWM it draws that power at unchanged volts; told by its
 * volts, which fall with the speed, the current goes with the square.
 */
export function ampsAtSpeed(fullAmps: number, speedShare: number, by: 'pwm' | 'dc'): number {
  return fullAmps * speedShare ** (by === 'pwm' ? 3 : 2)
}
