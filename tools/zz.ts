import { openHighs } from '../src/solver/highs'
import { derive } from '../src/core/operate/harness'
import { propose } from '../src/core/weave/answers/proposals'
import { bruteForce } from '../tests/weave/brute-force'
import { anySmallBuild } from '../tests/weave/small-machines'
const seed = Number(process.argv[2])
const solver = await openHighs()
const small = anySmallBuild(seed)
const { build, offers } = small
const proposal = propose(solver, derive(build), 'balanced', { offers, seconds: 20, now: () => performance.now() / 1000 })
const show = (h: any) => { for (const t of h.threads) console.log('  ', h.name(t.from), '->', h.name(t.to)) }
console.log('parts'); for (const p of [...build.parts, ...offers.map((o) => o.part)]) console.log(p.id, JSON.stringify(p.inside).slice(0, 700), p.ports.filter(q=>q.side==='gives').map((q) => `${q.id}:${q.connector.family}:${q.modes}:${q.role??''}`).join(' '))
console.log('items', build.items.map((i) => `${i.mark}:${i.partId}`).join(' '), 'head', build.choices.headroomPercent, JSON.stringify(build.choices.schools))
console.log('PLAN', proposal.reached.map((r) => `${r.goal}=${r.value}${r.isProven ? '!' : ''}`).join(' ')); show(proposal.after)
for (const f of proposal.verdicts.findings) if (f.severity !== 'note') console.log('   ', f.severity, f.ruleId, f.messageId, JSON.stringify(f.params).slice(0, 200))
const tried = bruteForce(small, 60000)
if (tried?.wiring) { const h = derive(tried.wiring); console.log('BEST', tried.best); show(h)
const { check } = await import('../src/core/rules/check')
for (const f of check(h).findings) if (f.severity !== 'note') console.log('   ', f.severity, f.ruleId, f.messageId, JSON.stringify(f.params).slice(0, 200)) }
