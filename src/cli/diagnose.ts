import type { SeenFile } from '../core/bench/report-schema'
import { matchReadings, seenOf } from '../core/bench/match-readings'
import { saidOf } from '../core/bench/said'
import { troubleOf } from '../core/bench/diagnose'
import { machinesOf, type Rehearsal } from '../core/bench/simulate'
import { LoomError } from '../core/errors'
import { derive } from '../core/operate/harness'
import { diagnoseReportOf } from '../core/export/bench-report'
import { canonicalJson } from '../core/formats/canonical'
import { readSensors } from '../core/formats/sensor-listing'
import { readSeen } from '../core/export/seen-file'
import { readBuild } from '../core/formats/validate'
import { diagnoseLines } from '../core/wording/bench-text'
import { argsOf, EXIT, portNamed, type Verb } from './args'
import { readText } from './files'

const USE = 'diagnose FILE --seen SEEN.json [--readings SENSORS] [--json]'

/** The machine that a file of sights speaks of: that of the first thing it names. */
function machineOf(machines: readonly Rehearsal[], { seen }: SeenFile): Rehearsal {
  const [name] = seen[0]?.at.split('.') ?? []
  const has = ({ harness }: Rehearsal) => harness.items.some(({ mark, id }) => mark === name || id === name)
  return machines.find(has) ?? machines[0]!
}

/** What may be wrong with a machine by what was seen of it, and what to look at next. */
export const diagnose: Verb = (args, say) => {
  const { values, words } = argsOf(args, {
    text: USE,
    wordCount: 1,
    options: { seen: { type: 'string' }, readings: { type: 'string' }, json: { type: 'boolean' } },
  })
  if (values.seen === undefined && values.readings === undefined)
    throw new LoomError('REQUEST_REFUSED', `Use: ./loom ${USE}`)
  const machines = machinesOf(derive(readBuild(readText(words[0]!))))
  const file = values.seen === undefined ? { seen: [] } : readSeen(readText(String(values.seen)))
  const readings = values.readings === undefined ? [] : readSensors(readText(String(values.readings)))
  const trouble = troubleOf(machineOf(machines, file))
  const { harness } = trouble.rehearsal
  const told = saidOf(trouble, file, (text, kind) => {
    const item = harness.items.find(({ mark, id }) => mark === text || id === text)
    // A thing alone names what of this kind can be seen of it.
    const sight = trouble.rehearsal.sights.find((one) => one.at.itemId === item?.id && one.kind === kind)
    return item === undefined || sight === undefined ? portNamed(harness, text) : sight.at
  })
  // What was said of a header goes before what its sensor says.
  const read = seenOf(trouble.rehearsal, matchReadings(trouble.rehearsal, readings, new Map()))
  const said = { ...told, seen: new Map([...read, ...told.seen]) }
  const report = diagnoseReportOf(trouble, said)
  if (values.json === true) say(canonicalJson(report))
  else for (const line of diagnoseLines(report)) say(`${line}\n`)
  return EXIT.clean
}
