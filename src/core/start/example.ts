/** An example to be shown round in: a machine as somebody would type it, with a little of everything. */
export const EXAMPLE = {
  name: 'Example to look at',
  lines: [
    'mid tower',
    'board micro-atx, 1 cpu 1A, 3 fan headers 1A, 2 argb 3A, 1 rgb 12v 3A, 2 usb2',
    '240 aio, 2 fans 0.35A, pump 0.3A 3 pin',
    '550w, 2 cables sata 3 4.5A',
    '3 fans 120 0.2A 500mm, argb 12 leds 50mA/led chain',
    'splitter 3 legs 200mm',
  ],
} as const
