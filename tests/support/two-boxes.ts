import type { Build } from '../../src/core/build/schema'
import { makeController } from '../../src/core/parts/make'
import { withChoices } from '../rules/case'
import { bench } from './bench'

/** Two boxes of one cascade, numbered 0 and 1, with a fan and a strip on the first, which alone has its USB lead plugged. */
export const twoBoxes = (): Build =>
  withChoices(
    bench(
      ['M1: board-middle', 'S1: supply-550', 'B1 B2: own-box', 'F1: fan-120', 'L1: strip-5v-30'],
      ['B1.usb > M1.USB1', 'B1.supply1 > S1.A_1', 'B2.supply1 > S1.A_2', 'F1.fan > B1.fan1', 'L1.light > B1.light1'],
      [
        makeController({
          id: 'own-box',
          name: 'Box',
          fanOutletCount: 2,
          lightOutletCount: 1,
          usb: { need: 'optional', drawMilliamps: 50 },
          needsProgram: true,
          cascade: { by: 'switches', switchCount: 2, family: 'own' },
        }),
      ],
    ),
    {
      addresses: [
        { itemId: 'b1', addressNumber: 0 },
        { itemId: 'b2', addressNumber: 1 },
      ],
      declaredModels: [{ at: { itemId: 'b1', portId: 'light1' }, model: 'Row', ledCount: 10, unitCount: 3 }],
    },
  )
