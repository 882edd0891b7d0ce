import type { TypedLine } from './typed-line'

/** Lines of coolers, supplies, cases and boxes, and of lights by the metre. */
export const BENCH_LINES: readonly TypedLine[] = [
  {
    line: '240 aio, 2 fans 0.35A, pump 3 pin',
    became: ['1 × Liquid cooler 240, pump lead of 3 pins', '2 × Fan, 120 mm, 0.35 A'],
    assumed: [
      'fans: a 4-pin plug: say “3-pin” where it is not',
      'fans: no lead length: it stays unknown',
      'pump: no draw: it stays unknown until you read the label',
    ],
  },
  {
    line: '360 aio',
    became: ['1 × Liquid cooler 360, pump lead of 4 pins', '3 × Fan, 120 mm'],
    assumed: [
      '3 fans of 120 mm come with it, their draw unknown: say “no fans” where they do not',
      'pump: a 4-pin plug: say “3-pin” where it is not',
      'pump: no draw: it stays unknown until you read the label',
    ],
  },
  {
    line: 'aio 280mm, fans 0.3A argb 8 leds, pump 0.4A',
    became: ['1 × Liquid cooler 280, pump lead of 4 pins', '2 × Fan, 140 mm, 0.30 A, 8 LEDs'],
    assumed: [
      'fans: a 4-pin plug: say “3-pin” where it is not',
      'fans: no lead length: it stays unknown',
      'fans: no tail for a next light: say “chain” where there is one',
      'fans: no current of one LED: what the lights draw stays unknown',
      'pump: a 4-pin plug: say “3-pin” where it is not',
    ],
  },
  {
    line: 'liquid cooler 420 no fans pump tach-only 0.5A',
    became: ['1 × Liquid cooler 420, tach-only lead and SATA supply'],
    assumed: ['pump: a SATA supply lead: its fan plug holds the tach wire alone'],
  },
  {
    line: '280 aio no fans, pump 0.4A own plug',
    became: ['1 × Liquid cooler 280, pump lead with its maker’s own plug'],
    assumed: ['pump: its plug goes into a box of the same maker alone: put that box on the bench too'],
  },
  {
    line: '240 aio, 2 fans 0.35A joined, pump 4 pin',
    became: ['1 × Liquid cooler 240, pump lead of 4 pins', '2 × Fan, 120 mm, 0.35 A', '1 × Joint lead of 2 fans'],
    assumed: [
      'fans: a 4-pin plug: say “3-pin” where it is not',
      'fans: no lead length: it stays unknown',
      'pump: no draw: it stays unknown until you read the label',
    ],
  },
  { line: '250 aio', refused: [['250', '250 is no size of a radiator: 120, 140, 240, 280, 360, 420 or 480.']] },
  { line: 'aio, 2 fans 0.3A', refused: [['', 'Say the size of the radiator: 120, 140, 240, 280, 360, 420 or 480.']] },
  { line: '240 aio, 6 fans 0.3A', refused: [['6', 'A radiator of 240 takes 2 fans on each side: 6 are too many.']] },
  {
    line: 'air cooler, 2 fans 120 0.2A',
    became: ['2 × Air cooler fan, 120 mm, 0.20 A'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not', 'no lead length: it stays unknown'],
  },
  {
    line: 'air cooler',
    became: ['1 × Air cooler fan, 120 mm'],
    assumed: [
      'one fan: say “2 fans” where it has more',
      '120 mm: say its size where it is another',
      'a 4-pin plug: say “3-pin” where it is not',
      'no draw: it stays unknown until you read the label',
      'no lead length: it stays unknown',
    ],
  },
  {
    line: 'cpu cooler 140 fan 0.3A 3-pin',
    became: ['1 × Air cooler fan, 140 mm, 3-pin, 0.30 A'],
    assumed: ['no lead length: it stays unknown'],
  },
  {
    line: '240 aio blorp',
    refused: [['blorp', '“blorp” says nothing of a cooler: leave it out, or write “pump” or “fans” before it.']],
  },
  {
    line: '550w, 3 cables sata 3, 1 molex 2',
    became: ['1 × Supply, 550 W, 3 SATA cables, 1 peripheral cable'],
    assumed: ['no amps of a cable: what each may carry stays unknown'],
  },
  {
    line: 'psu 850 W, 2 sata, 1 peripheral',
    became: ['1 × Supply, 850 W, 2 SATA cables, 1 peripheral cable'],
    assumed: [
      '3 plugs on a SATA cable: say “SATA 4” where there are others',
      '2 plugs on a peripheral cable: say “peripheral 4” where there are others',
      'numbers are cables, not plugs: say “3 sata plugs” for one cable',
      'no amps of a cable: what each may carry stays unknown',
    ],
  },
  {
    line: 'supply 3 sata plugs',
    became: ['1 × Supply, 1 SATA cable'],
    assumed: ['no amps of a cable: what each may carry stays unknown', 'no watts in all'],
  },
  {
    line: 'power supply 650w 2 cables with 3 sata plugs each, 1 cable with 2 molex plugs',
    became: ['1 × Supply, 650 W, 2 SATA cables, 1 peripheral cable'],
    assumed: ['no amps of a cable: what each may carry stays unknown'],
  },
  { line: 'supply', refused: [['', 'Say which cables the supply has: “2 cables sata 3, 1 peripheral 2”.']] },
  {
    line: '750w supply, 4 cables',
    refused: [
      ['4 cables', 'Say which plugs are on these cables: sata, peripheral (the old ones of four pins) or pcie.'],
    ],
  },
  { line: 'supply 2 sata cables 4A 4 plugs', became: ['1 × Supply, 2 SATA cables'], assumed: ['no watts in all'] },
  {
    line: 'supply 99999w 2 sata',
    refused: [['99999w', '99999 W is no rating that can be right: 1 to 3000 W. Read the label again.']],
  },
  {
    line: 'mid tower',
    became: ['1 × Mid tower'],
    assumed: ['panels and measures as cases of this class have them as a rule: correct them from its manual'],
  },
  {
    line: 'full tower case',
    became: ['1 × Full tower'],
    assumed: ['panels and measures as cases of this class have them as a rule: correct them from its manual'],
  },
  { line: 'case', refused: [['', 'Say which class the case is of: cube, mid tower, full tower or wide case.']] },
  {
    line: 'case fan 120',
    became: ['1 × Fan, 120 mm'],
    assumed: [
      'a 4-pin plug: say “3-pin” where it is not',
      'no draw: it stays unknown until you read the label',
      'no lead length: it stays unknown',
    ],
  },
  {
    line: 'cube',
    became: ['1 × Small cube case'],
    assumed: ['panels and measures as cases of this class have them as a rule: correct them from its manual'],
  },
  { line: 'mid tower, full tower', refused: [['', 'Two classes of cases: put a semicolon between two parts.']] },
  {
    line: 'mid tower with 3 fans',
    refused: [
      [
        '3',
        '“3” says nothing here. A line tells the class of a case, and what a panel holds back; put a semicolon before another part.',
      ],
      [
        'fans',
        '“fans” is no word that these lines know. A line tells the class of a case, and what a panel holds back; put a semicolon before another part.',
      ],
    ],
  },
  {
    line: 'wide case',
    became: ['1 × Wide case of two chambers'],
    assumed: ['panels and measures as cases of this class have them as a rule: correct them from its manual'],
  },
  {
    line: 'controller 4 fan outlets, 2 argb, usb, sata',
    became: ['1 × Controller, 4 fan outlets, 2 light outlets'],
    assumed: [
      'no amps of its fan outlets: they stay unknown until you read the manual',
      'no amps of its light outlets: they stay unknown until you read the manual',
    ],
  },
  {
    line: 'fan controller 6 channels 1A',
    became: ['1 × Controller, 6 fan outlets of 1.00 A'],
    assumed: [
      'a SATA supply lead: say “peripheral” where it has another',
      'a USB lead to the board: say “no usb” where it has none',
    ],
  },
  { line: 'argb controller 4 argb 3A no usb molex', became: ['1 × Controller, 4 light outlets of 3.00 A'] },
  { line: 'controller', refused: [['', 'Say what outlets the box has: “4 fan outlets, 2 argb, usb, sata”.']] },
  {
    line: 'controller 8 outlets 2A each, argb sync',
    refused: [['', 'A light sync lead needs light outlets to lead: say how many the box has.']],
  },
  {
    line: 'controller 4 fan outlets 12 leds',
    refused: [['12 leds', 'A controller has no such figure: leave “12 leds” out.']],
  },
  {
    line: 'strip argb 60 leds/m 0.5m',
    became: ['1 × Addressable light, 30 LEDs'],
    assumed: [
      'no tail for a next light: say “chain” where there is one',
      'no current of one LED: what the lights draw stays unknown',
      'no lead length: it stays unknown',
    ],
  },
  { line: 'strip argb 60 leds/m', refused: [['60 leds/m', 'Say how long it is, too: “60 LEDs/m 0.5 m”.']] },
  {
    line: '2 strips argb 30 leds per metre 50 cm 20 mA per led chain',
    became: ['2 × Addressable light, 15 LEDs'],
    assumed: ['no lead length: it stays unknown'],
  },
  {
    line: 'strip 144 leds/m 1m 5v',
    became: ['1 × Addressable light, 144 LEDs'],
    assumed: [
      'no tail for a next light: say “chain” where there is one',
      'no current of one LED: what the lights draw stays unknown',
      'no lead length: it stays unknown',
    ],
  },
  {
    line: 'hub 6 outlets sata dc 4.5A',
    became: ['1 × Fan hub, 4.50 A, 6 outlets, own supply'],
    assumed: ['one outlet that reports, the first'],
  },
  {
    line: 'radiator fan 120 0.2A',
    became: ['1 × Fan, 120 mm, 0.20 A'],
    assumed: ['a 4-pin plug: say “3-pin” where it is not', 'no lead length: it stays unknown'],
  },
  { line: '80 plus supply 550w 2 sata', refused: [['80', '80 is no number of a kind: 1 to 24.']] },
  { line: 'usb hub 2 headers', became: ['1 × USB hub, 2 outlets'], assumed: ['no supply of its own'] },
  {
    line: '420 aio 3 fans 140 0.3A 4-pin pump tach-only',
    became: ['1 × Liquid cooler 420, tach-only lead and SATA supply', '3 × Fan, 140 mm, 4-pin, 0.30 A'],
    assumed: [
      'fans: no lead length: it stays unknown',
      'pump: no draw: it stays unknown until you read the label',
      'pump: a SATA supply lead: its fan plug holds the tach wire alone',
    ],
  },
  { line: 'psu 650w 4 sata cables 4 plugs 5A', became: ['1 × Supply, 650 W, 4 SATA cables'] },
  {
    line: '1000w psu 3 sata 4 plugs, 2 pcie',
    became: ['1 × Supply, 1000 W, 3 SATA cables, 2 graphics cables'],
    assumed: [
      '1 plug on a graphics cable: say “graphics 4” where there are others',
      'numbers are cables, not plugs: say “3 sata plugs” for one cable',
      'no amps of a cable: what each may carry stays unknown',
    ],
  },
  {
    line: 'air cooler 2 fans 140 0.25A 3-pin €59',
    became: ['1 × Air cooler fan, 140 mm, 3-pin, 0.25 A', '1 × Air cooler fan, 140 mm, 3-pin, 0.25 A'],
    assumed: ['no lead length: it stays unknown'],
  },
  {
    line: 'controller 4 fan outlets 1A, usb, sata, own preset up to 1500 rpm',
    became: ['1 × Controller, 4 fan outlets of 1.00 A'],
  },
  {
    line: 'controller 2 argb 2A usb sata preset 1500 rpm',
    refused: [['', 'A preset in rpm needs fan outlets to hold: say how many the box has.']],
  },
  {
    line: 'board 3 fan headers 1A 1500 rpm',
    refused: [['1500 rpm', 'A board has no such figure: leave “1500 rpm” out.']],
  },
  {
    line: '240 aio holds back 12 Pa at 100 m3/h, fans 0.3A 400mm 4-pin, pump 0.4A 400mm 4-pin',
    became: ['1 × Liquid cooler 240, pump lead of 4 pins', '2 × Fan, 120 mm, 4-pin, 0.30 A'],
  },
  { line: '240 aio 12 Pa, no fans', refused: [['12 Pa', 'Say at which flow, too: “12 Pa at 100 m³/h”.']] },
  {
    line: 'mid tower, front 8 Pa at 100 m3/h, roof 0.5 mm h2o at 60 cfm',
    became: ['1 × Mid tower'],
    assumed: ['panels and measures as cases of this class have them as a rule: correct them from its manual'],
  },
  {
    line: 'mid tower, floor 8 Pa at 100 m3/h, roof 5 Pa, rear',
    refused: [
      ['floor', 'A mid tower has places at front, roof, rear alone.'],
      ['5 Pa', 'Say at which flow, too: “12 Pa at 100 m³/h”.'],
      ['rear', 'Say what it holds back: “8 Pa at 100 m³/h”.'],
    ],
  },
  {
    line: 'mid tower 8 Pa at 100 m3/h',
    refused: [
      [
        '8 Pa',
        '“8 Pa” says nothing here. A line tells the class of a case, and what a panel holds back; put a semicolon before another part.',
      ],
      [
        '100 m3/h',
        '“100 m3/h” says nothing here. A line tells the class of a case, and what a panel holds back; put a semicolon before another part.',
      ],
    ],
  },
  { line: 'fan controller 8 outlets 1A sata usb pwm in', became: ['1 × Controller, 8 fan outlets of 1.00 A'] },
  {
    line: 'powered hub 10 ports molex dc',
    became: ['1 × Fan hub, 10 outlets, own supply'],
    assumed: ['one outlet that reports, the first'],
  },
  {
    line: 'full tower',
    became: ['1 × Full tower'],
    assumed: ['panels and measures as cases of this class have them as a rule: correct them from its manual'],
  },
  {
    line: 'light box 4 outlets 120 leds 3A',
    became: ['1 × Hand box, 3.00 A, 120 LEDs, 4 outlets'],
    assumed: ['a SATA supply lead'],
  },
  {
    line: 'board 5 fan headers 1A, 2 argb 3A; 240 aio, fans 0.3A; mid tower',
    became: [
      '1 × Board, 5 fan headers of 1.00 A, 2 light headers',
      '1 × Liquid cooler 240, pump lead of 4 pins',
      '2 × Fan, 120 mm, 0.30 A',
      '1 × Mid tower',
    ],
    assumed: [
      'the first fan header is that of the processor: say “1 cpu, 3 fan headers” where it is not',
      'each fan header knows PWM and a lowered voltage: say “pwm” or “dc” where it knows one',
      'no size: where its headers are stays unknown; say “atx”, “micro-atx” or “itx”',
      'fans: a 4-pin plug: say “3-pin” where it is not',
      'fans: no lead length: it stays unknown',
      'pump: a 4-pin plug: say “3-pin” where it is not',
      'pump: no draw: it stays unknown until you read the label',
      'panels and measures as cases of this class have them as a rule: correct them from its manual',
    ],
  },
]
