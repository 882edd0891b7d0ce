import type { Command, Why } from '../structure/signal/speed'

/** By what a motor is told how fast to run. */
export const CONTROL_WORDS: Readonly<Record<Command['control'], string>> = {
  pwm: 'by its PWM wire',
  dc: 'by its voltage',
  roughDc: 'by its voltage, roughly',
  none: 'not at all: full speed',
  unknown: 'in a way that nobody has said',
}

/** Why no command reaches a motor. */
export const WHY_WORDS: Readonly<Record<Why, string>> = {
  straight: 'fed straight from the supply',
  hubWithoutSignal: 'the board lead of its hub is loose',
  pwmOnlyHub: 'its hub passes a PWM command only, and it has no wire for it',
  legWithoutPwm: 'its leg has no PWM wire',
  pwmMode: 'its header is set to PWM, and it has no wire for it',
  dcMode: 'its header is set to volts, and it wants PWM',
}
