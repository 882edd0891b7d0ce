import { demoBuilds } from './demo/builds'
import { demoParts } from './demo/parts'
import { derive } from '../src/core/harness/derive'
import { problemOf } from '../src/core/weave/read-problem'
import { modelOf } from '../src/core/weave/write-model'
import { weave } from '../src/core/weave/weave'
import { openHighs } from '../src/solver/highs'
const offers = demoParts.filter(p=>['splitter','hub','cable'].includes(p.kind)).map(part=>({part, priceCents: part.price?.cents}))
const solver = await openHighs()
for (const b of demoBuilds) {
  if (process.argv[2] && b.id!==process.argv[2]) continue
  if (!process.argv[2] && b.id==='loom-hall') continue
  const bare = {...b, threads: []}
  const t0=performance.now()
  const p = problemOf(derive(bare), offers)
  const m = modelOf(p)
  console.log('==', b.id, 'classes',p.classes.length,'uses',p.uses.length,'vars',m.variables.length,'rows',m.rows.length, 'ms',(performance.now()-t0).toFixed(0))
  const t1=performance.now()
  const w = weave(solver, m, {seconds: 20, now: ()=>performance.now()/1000})
  console.log((performance.now()-t1).toFixed(0),'ms', w?.reached.map(r=>`${r.goal}=${r.value}${r.isProven?'':'?'+r.bound}`).join(' '))
  if (w) { const by=new Map<string,string[]>(); for (const f of m.flows){const v=w.values.get(f.variable); if(v){ const k=f.use.key; by.set(k,[...(by.get(k)??[]),`${v}x ${f.demand.key}`])}} for(const [k,v] of by) console.log('   ',k,'<=',v.join(', '))
   for (const h of p.hosts) { const z=m.hostOf(h); if (z&&w.values.get(z)) console.log('    host',h.key)}
   for (const d of m.variables) if (/^(loose|buy|tight|mixed|blind|start|leds|both)/.test(d.name) && w.values.get(d.name)) console.log('    ',d.name,w.values.get(d.name)) }
}
console.log('heap', solver.heapBytes())
