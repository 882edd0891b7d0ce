import type { TypedLine } from './typed-line'

/** Lines of boards. */
export const BOARD_LINES: readonly TypedLine[] = [
  {
    line: 'board 4 fan headers 1A, 2 argb, 1 rgb 12v, 2 usb2',
    became: ['1 × Board, 4 fan headers of 1.00 A, 3 light headers, 2 USB headers'],
    assumed: [
      'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      'no amps of 3 light headers: they stay unknown until you read the manual',
      'no size: where its headers are stays unknown; say “atx”, “micro-atx” or “itx”',
    ],
  },
  {
    line: 'motherboard atx: 1 cpu, 1 pump 2A, 5 case fan headers 1A pwm, 3 argb 3A, usb 2.0',
    became: ['1 × Board, 7 fan headers, 3 light headers, 1 USB header'],
    assumed: [
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      'no amps of 1 fan header: they stay unknown until you read the manual',
      'headers where boards of this size have them as a rule',
    ],
  },
  {
    line: 'mainboard itx 2 fan headers, 1 argb',
    became: ['1 × Board, 2 fan headers, 1 light header'],
    assumed: [
      'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      'no amps of 2 fan headers: they stay unknown until you read the manual',
      'no amps of 1 light header: they stay unknown until you read the manual',
      'headers where boards of this size have them as a rule',
    ],
  },
  {
    line: 'board with 4 headers',
    became: ['1 × Board, 4 fan headers'],
    assumed: [
      'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      'no amps of 4 fan headers: they stay unknown until you read the manual',
      'no size: where its headers are stays unknown; say “atx”, “micro-atx” or “itx”',
    ],
  },
  { line: 'board', refused: [['', 'Say what headers the board has: “4 fan headers 1A, 2 argb, 1 rgb 12v, 2 usb2”.']] },
  {
    line: 'board 4 fan headers 1A 2 argb 2 usb',
    became: ['1 × Board, 4 fan headers of 1.00 A, 2 light headers, 2 USB headers'],
    assumed: [
      'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      'no amps of 2 light headers: they stay unknown until you read the manual',
      'no size: where its headers are stays unknown; say “atx”, “micro-atx” or “itx”',
    ],
  },
  {
    line: 'board 6 fans dc, 2 rgb',
    refused: [
      [
        '2 rgb',
        'Say whether these light headers take 5 V (three pins, “argb”) or 12 V (four pins, “rgb 12v”): the two must never be mixed up.',
      ],
    ],
  },
  {
    line: 'board 6 fans, 2 rgb 4-pin 3A, usb2',
    became: ['1 × Board, 6 fan headers, 2 light headers, 1 USB header'],
    assumed: [
      'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      'no amps of 6 fan headers: they stay unknown until you read the manual',
      'no size: where its headers are stays unknown; say “atx”, “micro-atx” or “itx”',
    ],
  },
  {
    line: 'board 2 argb 12v',
    refused: [
      [
        '2 argb 12v',
        'Headers of which each LED is set by itself give 5 V, not 12 V: read the manual again, since 12 V destroys such lights.',
      ],
    ],
  },
  { line: 'board 30 fan headers', refused: [['30', '30 is no number of a kind: 1 to 24.']] },
  {
    line: 'board four fan headers, two argb',
    became: ['1 × Board, 4 fan headers, 2 light headers'],
    assumed: [
      'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      'no amps of 4 fan headers: they stay unknown until you read the manual',
      'no amps of 2 light headers: they stay unknown until you read the manual',
      'no size: where its headers are stays unknown; say “atx”, “micro-atx” or “itx”',
    ],
  },
  {
    line: 'my board, 3 fan headers 40A',
    refused: [
      ['40A', '40 A is no draw that can be right: 0.001 to 20 A. A label gives amps or milliamps: 300 mA is 0.3 A.'],
    ],
  },
  {
    line: 'board 3 fan headerz',
    refused: [['headerz', '“headerz” is no word that these lines know. Did you mean “header”?']],
  },
  {
    line: 'board 4 fan headers 1A, 18 leds',
    refused: [['18 leds', 'A board has no such figure: leave “18 leds” out.']],
  },
  {
    line: 'board 8 fan headers 2A pwm dc, 4 argb 3A, 2 usb2, atx',
    became: ['1 × Board, 8 fan headers of 2.00 A, 4 light headers, 2 USB headers'],
    assumed: [
      'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
      'headers where boards of this size have them as a rule',
    ],
  },
  {
    line: 'board: 1 cpu 1A, 3 fan 1A, 2 argb 3A, 1 rgb 12v 3A, usb',
    became: ['1 × Board, 4 fan headers of 1.00 A, 3 light headers, 1 USB header'],
    assumed: [
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      'no size: where its headers are stays unknown; say “atx”, “micro-atx” or “itx”',
    ],
  },
]
