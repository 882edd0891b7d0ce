/**
 * Holds plans of small builds against all their wirings, judged by the rules alone: `npm run held -- COUNT FROM`.
 */
import { openHighs } from '../src/solver/highs'
import { hold } from '../tests/weave/held'

const [count = '2000', from = '1'] = process.argv.slice(2)
const solver = await openHighs()
const tally = { agrees: 0, differs: 0, said: 0, 'too large': 0 }
let wirings = 0
let falsely = 0
for (let seed = Number(from); seed < Number(from) + Number(count); seed += 1) {
  const held = hold(solver, seed)
  tally[held.is] += 1
  wirings += held.wirings
  if (held.is !== 'too large' && held.falsely.length > 0) falsely += 1
  if (held.is === 'differs' || held.falsely.length > 0)
    console.log(
      `${seed}: ${held.is}; best ${held.best?.join(' ') ?? 'has a stop'}; planned ${held.planned?.join(' ') ?? 'has a stop'}; ${held.falsely.join(', ')}${held.isProven ? ' (proven)' : ''}`,
    )
}
console.log(
  `${tally.agrees} agree, ${tally.differs} differ, ${tally.said} differ as docs/weave.md says, ${tally['too large']} too large to try; ${wirings} wirings tried; ${falsely} with a goal that is falsely called proven`,
)
