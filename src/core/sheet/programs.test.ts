import { bench, demoBuild } from '../../../tests/support/bench'
import { withChoices } from '../../../tests/rules/case'
import { makeController } from '../parts/make'
import { derive } from '../operate/harness'
import { programText } from '../wording/program-text'
import { programSteps } from './programs'

const textsOf = (build: Parameters<typeof derive>[0]) => {
  const harness = derive(build)
  return programSteps(harness).map((step) => programText(harness, step))
}

test('Night Ferry, by hand: firmware, programs, firmware of a box, what is declared, and at last what follows', () => {
  expect(textsOf(demoBuild('night-ferry'))).toEqual([
    'Bring the firmware of M1 up to date, then set its headers as the settings say.',
    'Install “Garland desk” 2.4 or newer, for B1.',
    'Install “Weir bench” 1.10 or newer, for B2.',
    'Bring the firmware of B1 to 1.3 or newer, through its program.',
    'Declare on B2 light outlet 1: 4 × Weir ring of 8 LEDs.',
    'In the program of B1, set “follow the board: speed” for B1 speed sync lead.',
    'In the program of B1, set “follow the board: light” for B1 light sync lead.',
  ])
})

test('boxes of one program share it, of the newest least version; numbers come first, with their switches', () => {
  const box = (id: string, program?: { readonly name?: string; readonly leastVersion?: string }) =>
    makeController({
      id,
      name: id,
      fanOutletCount: 2,
      usb: { need: 'required', drawMilliamps: 50 },
      needsProgram: true,
      cascade: { by: 'switches', switchCount: 3 },
      ...(program === undefined ? {} : { program }),
    })
  const build = withChoices(
    bench(
      ['B1: box-a', 'B2: box-b', 'B3: box-c', 'F1: fan-120'],
      [],
      [
        box('box-a', { name: 'Desk', leastVersion: '1.9' }),
        box('box-b', { name: 'Desk', leastVersion: '1.10' }),
        box('box-c'),
      ],
    ),
    { addresses: [{ itemId: 'b2', addressNumber: 5 }] },
  )
  expect(textsOf(build)).toEqual([
    'With the power off, give B2 the number 5: its switches are 1 on, 2 off, 3 on.',
    'Install “Desk” 1.10 or newer, for B1 and B2.',
    'Install the program of B3; what it is called, nobody entered.',
  ])
})

test('a build that needs no program has none to install', () => {
  expect(textsOf(bench(['F1: fan-120', 'Y1: splitter-3'], ['F1.fan > Y1.out1']))).toEqual([])
})
