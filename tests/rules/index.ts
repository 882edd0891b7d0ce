import type { Case } from './case'

export type { Case }
import { currentCases } from './current.cases'
import { curveCases, runCases } from './curve.cases'
import { fitCases } from './fit.cases'
import { lightCases } from './light.cases'
import { powerCases } from './power.cases'
import { placeCases } from './place.cases'
import { speedCases } from './speed.cases'
import { supplyCases } from './supply.cases'
import { tachCases } from './tach.cases'

/** The whole table, group by group. */
export const allCases: readonly Case[] = [
  ...fitCases,
  ...currentCases,
  ...powerCases,
  ...speedCases,
  ...tachCases,
  ...lightCases,
  ...supplyCases,
  ...placeCases,
  ...curveCases,
  ...runCases,
]
