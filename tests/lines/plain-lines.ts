import type { TypedLine } from './typed-line'

/** Lines of things that one draft tells. */
export const PLAIN_LINES: readonly TypedLine[] = [
  {
    line: '3 fans 140 4-pin 0.3A 500mm, argb 18 leds chain',
    became: ['3 × Fan, 140 mm, 4-pin, 0.30 A, 18 LEDs'],
    assumed: ['no current of one LED: what the lights draw stays unknown'],
  },
  {
    line: '3 fans 140 4-pin 0.3A, argb 18 leds, 5v chain',
    became: ['3 × Fan, 140 mm, 4-pin, 0.30 A, 18 LEDs'],
    assumed: ['no lead length: it stays unknown', 'no current of one LED: what the lights draw stays unknown'],
  },
  {
    line: 'fan 120',
    became: ['1 × Fan, 120 mm'],
    assumed: [
      'a 4-pin plug: say “3-pin” where it is not',
      'no draw: it stays unknown until you read the label',
      'no lead length: it stays unknown',
    ],
  },
  {
    line: '120mm fan 3-pin 2.16W 40cm',
    became: ['1 × Fan, 120 mm, 3-pin, 2.16 W'],
  },
  {
    line: '2x 120 fan 0,25A 500mm',
    became: ['2 × Fan, 120 mm, 0.25 A'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not'],
  },
  {
    line: 'two fans 92 mm pwm 180mA lead 350',
    became: ['2 × Fan, 92 mm, 0.18 A'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not'],
  },
  {
    line: '140 mm 0.3 A 500 mm 4 pin fan x3',
    became: ['3 × Fan, 140 mm, 4-pin, 0.30 A'],
  },
  {
    line: 'fan 80 2 wires 0.12 A',
    became: ['1 × Fan, 80 mm, 2-pin, 0.12 A'],
    assumed: ['no lead length: it stays unknown'],
  },
  {
    line: 'fan 120 reverse 0.2A 300-1500rpm 60 cfm 28 dBA',
    became: ['1 × Fan, 120 mm, 0.20 A, reverse blades'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not', 'no lead length: it stays unknown'],
  },
  {
    line: 'fan 4.7" 0.3A',
    became: ['1 × Fan, 120 mm, 0.30 A'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not', 'no lead length: it stays unknown'],
  },
  {
    line: 'fan 120 0.24A with argb 8 leds 16 lit 50mA/led chain',
    became: ['1 × Fan, 120 mm, 0.24 A, 8 LEDs'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not', 'no lead length: it stays unknown'],
  },
  {
    line: 'fan 120 0.2A, argb 0.6A',
    became: ['1 × Fan, 120 mm, 0.20 A, lights 0.60 A'],
    assumed: [
      'a 4-pin plug: say “3-pin” where it is not',
      'no lead length: it stays unknown',
      'no tail for a next light: say “chain” where there is one',
    ],
  },
  {
    line: 'fan 120 start 0.5A rated 0.3A',
    became: ['1 × Fan, 120 mm, 0.30 A'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not', 'no lead length: it stays unknown'],
  },
  {
    line: 'fan 120 4-pin 0.2A 400mm argb ring 12 leds 20mA/led chain strut side counter-clockwise',
    became: ['1 × Fan, 120 mm, 4-pin, 0.20 A, 12 LEDs'],
  },
  {
    line: 'strip argb 30 leds 50 mA per led row of 50 cm lead 300mm chain',
    became: ['1 × Addressable light, 30 LEDs'],
  },
  {
    line: 'argb light ring 16 leds 20mA/led 300mm chain ring row',
    refused: [['row', 'The shape of its LEDs is said twice: LEDs in a ring and LEDs in a row. Leave one out.']],
  },
  {
    line: 'splitter 3 legs 20 cm clockwise',
    refused: [['clockwise', 'A splitter has no way round of its LEDs: leave “clockwise, seen from the lit face” out.']],
  },
  {
    line: 'strip argb 30 leds 50 mA per led 300mm 24 awg',
    became: ['1 × Addressable light, 30 LEDs'],
    assumed: ['no tail for a next light: say “chain” where there is one'],
  },
  {
    line: '2 strips 12V 7.2W 300mm chain',
    became: ['2 × One-colour light, 7.2 W'],
  },
  {
    line: 'rgb strip 4-pin 0.6A',
    became: ['1 × One-colour light, 0.60 A'],
    assumed: ['no tail for a next light: say “chain” where there is one', 'no lead length: it stays unknown'],
  },
  {
    line: 'light bar 3-pin 10 leds',
    became: ['1 × Addressable light, 10 LEDs'],
    assumed: [
      'no tail for a next light: say “chain” where there is one',
      'no current of one LED: what the lights draw stays unknown',
      'no lead length: it stays unknown',
    ],
  },
  {
    line: 'argb 60 leds',
    became: ['1 × Addressable light, 60 LEDs'],
    assumed: [
      'no tail for a next light: say “chain” where there is one',
      'no current of one LED: what the lights draw stays unknown',
      'no lead length: it stays unknown',
    ],
  },
  {
    line: 'pump 0.4A 400mm',
    became: ['1 × Pump, 0.40 A'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not'],
  },
  {
    line: 'pump tach-only 0.45A 350mm',
    became: ['1 × Pump, 0.45 A, tach-only lead'],
    assumed: ['a SATA supply lead: its fan plug holds the tach wire alone'],
  },
  {
    line: 'fan 120 4-pin 0.2A 400mm 500-1800 rpm 95 m3/h 2.8 mm h2o 26 dBA 9 blades starts at 25% least 18% zero rpm',
    became: ['1 × Fan, 120 mm, 4-pin, 0.20 A'],
  },
  {
    line: 'fan 120 0.2A start 0.5A min 20 % no stop 22 Pa',
    became: ['1 × Fan, 120 mm, 0.20 A'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not', 'no lead length: it stays unknown'],
  },
  {
    line: 'fan 120 0.2A 40%',
    refused: [['40%', '“40%” of what? Write “starts at 40 %” or “least 40 %”.']],
  },
  {
    line: 'fan 120 0.2A 900 Pa',
    refused: [['900 Pa', '900 Pa is no pressure that can be right: 0.1 to 500 Pa. One mm of water is 9.8 Pa.']],
  },
  {
    line: 'pump own plug 0.45A 350mm',
    became: ['1 × Pump, 0.45 A, its maker’s own plug'],
    assumed: ['its plug goes into a box of the same maker alone: put that box on the bench too'],
  },
  {
    line: 'splitter 3 legs 200mm',
    became: ['1 × Splitter, 3 outlets'],
    assumed: ['one leg that reports its speed, the first'],
  },
  {
    line: 'y-cable 2 outlets',
    became: ['1 × Splitter, 2 outlets'],
    assumed: ['one leg that reports its speed, the first', 'no lead length: it stays unknown'],
  },
  {
    line: 'light splitter 3 ways 20 cm',
    became: ['1 × Light splitter, 3 outlets'],
  },
  {
    line: 'hub 5 outlets 2A 300mm',
    became: ['1 × Fan hub, 2.00 A, 5 outlets'],
    assumed: ['one outlet that reports, the first', 'no supply of its own: say “sata” where it has one'],
  },
  {
    line: 'powered hub 8 ports sata 4.5A',
    became: ['1 × Fan hub, 4.50 A, 8 outlets, own supply'],
    assumed: [
      'one outlet that reports, the first',
      'nobody has said whether it rules 3-pin fans: say “dc” where it does, “pwm-only” where not',
    ],
  },
  {
    line: 'hub 4 outlets sata pwm-only',
    became: ['1 × Fan hub, 4 outlets, own supply'],
    assumed: ['one outlet that reports, the first'],
  },
  {
    line: 'hub 5 outlets sata dc 3A',
    became: ['1 × Fan hub, 3.00 A, 5 outlets, own supply'],
    assumed: ['one outlet that reports, the first'],
  },
  {
    line: 'extension 300mm',
    became: ['1 × Extension, 300 mm'],
  },
  {
    line: 'argb extension 50cm',
    became: ['1 × Light extension, 500 mm'],
  },
  {
    line: 'hand box 4 outlets 200 leds 4A',
    became: ['1 × Hand box, 4.00 A, 200 LEDs, 4 outlets'],
    assumed: ['a SATA supply lead'],
  },
  {
    line: 'usb hub 3 headers sata',
    became: ['1 × USB hub, 3 outlets, own supply'],
  },
  {
    line: 'fan 140 0.3A €16.90; splitter 3 legs',
    became: ['1 × Fan, 140 mm, 0.30 A', '1 × Splitter, 3 outlets'],
    assumed: [
      'a 4-pin plug: say “3-pin” where it is not',
      'no lead length: it stays unknown',
      'one leg that reports its speed, the first',
    ],
  },
  {
    line: 'fan 120 0mm? 0.2A',
    refused: [
      ['0mm', '0 mm is no lead that can be right: 10 to 3000 mm. Leave it out where you do not know it.'],
      ['?', '“?” says nothing here; leave it out.'],
    ],
  },
  {
    line: 'fan 120 10000mm',
    refused: [
      ['10000mm', '10000 mm is no lead that can be right: 10 to 3000 mm. Leave it out where you do not know it.'],
    ],
  },
  {
    line: 'fan 120 0.3 A blorp',
    refused: [['blorp', '“blorp” is no word that these lines know. Leave it out, or write the part out.']],
  },
  {
    line: 'fann 120',
    refused: [['fann', '“fann” is no word that these lines know. Did you mean “fan”?']],
  },
  {
    line: 'argb strip 12V 30 leds',
    refused: [
      [
        '12V',
        'Lights of which each LED is set by itself take 5 V, not 12 V: read the plug again, since 12 V destroys them.',
      ],
    ],
  },
  {
    line: 'fan 120 140',
    refused: [['140', 'The size is said twice: fan size 120 mm and fan size 140 mm. Leave one out.']],
  },
  {
    line: '5-pin fan 120',
    refused: [
      ['5-pin', '5 pins fit no plug that one line can tell: 2, 3 or 4. Find the plug by eye, or write the part out.'],
    ],
  },
  {
    line: 'splitter 200mm',
    refused: [['', 'Say how many outlets the splitter has: “3 legs”, “8 outlets”.']],
  },
  {
    line: '3 fans 120 0.3A 3.6W',
    refused: [['3.6W', 'Amps and watts of one motor: leave one out.']],
  },
  {
    line: 'strip 30 leds',
    refused: [
      [
        '',
        'Say whether it takes 5 V (three pins, each LED by itself) or 12 V (four pins, one colour): the two must never be mixed up.',
      ],
    ],
  },
  {
    line: 'fan 300A',
    refused: [
      ['300A', '300 A is no draw that can be right: 0.001 to 20 A. A label gives amps or milliamps: 300 mA is 0.3 A.'],
    ],
  },
  {
    line: '120 4-pin 0.3A',
    refused: [
      [
        '',
        'Say what it is: fan, light, pump, splitter, fan hub, extension, hand box, USB hub, controller, board, supply, cooler or case.',
      ],
    ],
  },
  {
    line: 'fan 120 splitter',
    refused: [['splitter', 'One part cannot be a fan and a splitter: put a semicolon between two parts.']],
  },
  {
    line: 'splitter 3 legs 18 leds',
    refused: [['18 leds', 'A splitter has no LED count: leave “18 LEDs” out.']],
  },
]
