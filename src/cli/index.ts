import { closeSync, fstatSync, openSync, readSync } from 'node:fs'
import { parseArgs, type ParseArgsConfig } from 'node:util'
import { LoomError } from '../core/errors'
import { canonicalJson } from '../core/formats/canonical'
import { tooLarge } from '../core/formats/json-text'
import { explanationOf, figuresOf } from '../core/export/figures'
import { reportOf } from '../core/export/report'
import type { Report } from '../core/export/report-schema'
import { LIMITS } from '../core/schema/schema-kit'
import { readBuild, readPartsFile } from '../core/formats/validate'
import { dotGraph } from '../core/export/dot'
import { spiceNetlist } from '../core/export/spice'
import type { PortRef } from '../core/schema/schema-kit'
import { derive, type Harness } from '../core/operate/harness'
import type { Glow } from '../core/physics/led'
import { leadListCsv } from '../core/sheet/csv'
import { TEMPLATE_PIECES } from '../core/templates/pieces'
import { machinesOf, type Machine } from '../core/weave/problem/machine'
import type { Offer } from '../core/weave/problem/problem'
import { MANNERS, propose, type Manner } from '../core/weave/answers/proposals'
import { explainLines } from '../core/wording/explain-text'
import { proposalLines } from '../core/wording/plan-text'
import { countOf, listNames } from '../core/wording/text'
import { openHighs } from '../solver/highs'

const EXIT_CLEAN = 0
const EXIT_STOPS = 1
const EXIT_BAD_INPUT = 2

const HEADINGS = { stop: 'Stops', warning: 'Warnings', unknown: 'Unknown', note: 'Notes' } as const

function printReport(report: Report): void {
  const { counts, outcomes } = report
  const tally = [
    countOf(counts.stop, 'stop'),
    countOf(counts.warning, 'warning'),
    `${counts.unknown} unknown`,
    countOf(counts.note, 'note'),
  ]
  console.log(`${report.build.name}: ${tally.join(', ')}; ${outcomes.holds} checks hold`)
  for (const [index, finding] of report.findings.entries()) {
    const { severity, text, sum, mends } = finding
    if (report.findings[index - 1]?.severity !== severity) console.log(`\n${HEADINGS[severity]}`)
    console.log(`  ${text}`)
    if (sum !== undefined) console.log(`    ${sum}`)
    const [best] = mends
    if (best !== undefined) console.log(`    Way out: ${best.text}`)
  }
  if (report.accepted.length > 0) console.log('\nTaken on')
  for (const { text } of report.accepted) console.log(`  ${text}`)
}

/** The bytes of a file or a pipe, read no further than the limit: a device may give bytes without end. */
function readBytes(path: string, mostBytes: number): Buffer {
  const file = openSync(path, 'r')
  try {
    const chunks: Buffer[] = []
    for (let bytes = 0; ;) {
      const chunk = Buffer.alloc(64 * 1024)
      const count = readSync(file, chunk)
      if (count === 0) return Buffer.concat(chunks)
      bytes += count
      if (bytes > mostBytes) throw tooLarge(Math.max(bytes, fstatSync(file).size), mostBytes)
      chunks.push(chunk.subarray(0, count))
    }
  } finally {
    closeSync(file)
  }
}

function readFile(path: string, mostBytes: number = LIMITS.fileBytes): string {
  let bytes: Buffer
  try {
    bytes = readBytes(path, mostBytes)
  } catch (error) {
    if (error instanceof LoomError) throw error
    throw new LoomError('NOT_FOUND', `The file ${path} cannot be read; check its name and that you may read it.`)
  }
  try {
    return new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes)
  } catch {
    throw new LoomError('FILE_NOT_JSON', `The file ${path} is not text in UTF-8; save it as UTF-8 and try again.`)
  }
}

interface Usage {
  readonly text: string
  /** How many words the verb takes, the file first. */
  readonly wordCount: number
  readonly options?: ParseArgsConfig['options']
}

/** The words and the options of a verb; more or fewer words, or strange options, are refused with how to use it. */
function argsOf(args: readonly string[], { text, wordCount, options = {} }: Usage) {
  const refuse = (reason: string) => new LoomError('REQUEST_REFUSED', `Use: ./loom ${text}${reason}`)
  try {
    const { values, positionals } = parseArgs({ args: [...args], options, allowPositionals: true })
    if (positionals.length === wordCount) return { values, words: positionals }
  } catch (error) {
    throw refuse(error instanceof Error ? ` (${error.message.split('.')[0]})` : '')
  }
  throw refuse('')
}

function check(args: readonly string[]): number {
  const { values, words } = argsOf(args, {
    text: 'check FILE [--json]',
    wordCount: 1,
    options: { json: { type: 'boolean' } },
  })
  const report = reportOf(readBuild(readFile(words[0]!)))
  if (values.json === true) process.stdout.write(canonicalJson(report))
  else printReport(report)
  return report.counts.stop > 0 ? EXIT_STOPS : EXIT_CLEAN
}

/** The port that people name as ITEM.PORT: the item by its mark or id, the port by its printed name or id. */
function portNamed(harness: Harness, text: string): PortRef {
  const [itemText = '', portText = ''] = text.split(/\.(.*)/s)
  const item = harness.items.find(({ mark, id }) => mark === itemText || id === itemText)
  if (item === undefined) {
    const marks = listNames(harness.items.map(({ mark }) => mark))
    throw new LoomError('NOT_FOUND', `There is no item “${itemText}” in this build. It has ${marks}.`)
  }
  const { ports } = harness.factsOfItem(item.id).part
  const port = ports.find(({ id, name }) => id === portText || name === portText)
  if (port === undefined) {
    const names = listNames(ports.map(({ id }) => id))
    throw new LoomError('NOT_FOUND', `${item.mark} has no port “${portText}”. It has ${names}.`)
  }
  return { itemId: item.id, portId: port.id }
}

function colourNamed(text: string): Pick<Glow, 'red' | 'green' | 'blue'> {
  if (!/^[0-9a-f]{6}$/i.test(text)) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `“${text}” is no colour: give red, green and blue as two hexadecimal digits each, such as ff8000.`,
    )
  }
  const part = (index: number) => Number.parseInt(text.slice(index * 2, index * 2 + 2), 16) / 255
  return { red: part(0), green: part(1), blue: part(2) }
}

function brightnessNamed(text: string): number {
  const percent = Number(text)
  if (text.trim() !== '' && percent >= 0 && percent <= 100) return percent / 100
  throw new LoomError('REQUEST_REFUSED', `“${text}” is no brightness: give a percentage from 0 to 100.`)
}

function explain(args: readonly string[]): number {
  const { values, words } = argsOf(args, {
    text: 'explain FILE ITEM.PORT [--colour RRGGBB] [--brightness PERCENT] [--json]',
    wordCount: 2,
    options: {
      colour: { type: 'string', default: 'ffffff' },
      brightness: { type: 'string', default: '100' },
      json: { type: 'boolean' },
    },
  })
  const glow = { ...colourNamed(String(values.colour)), brightness: brightnessNamed(String(values.brightness)) }
  const harness = derive(readBuild(readFile(words[0]!)), { glow })
  const at = portNamed(harness, words[1]!)
  if (values.json === true) process.stdout.write(canonicalJson(explanationOf(harness, at)))
  else for (const line of explainLines(harness, at)) console.log(line)
  return EXIT_CLEAN
}

function figures(args: readonly string[]): number {
  const { words } = argsOf(args, { text: 'figures FILE --json', wordCount: 1, options: { json: { type: 'boolean' } } })
  process.stdout.write(canonicalJson(figuresOf(derive(readBuild(readFile(words[0]!))))))
  return EXIT_CLEAN
}

const EXPORTS: Readonly<Record<string, (harness: Harness) => string>> = {
  spice: spiceNetlist,
  csv: leadListCsv,
  dot: dotGraph,
}

function exportTo(args: readonly string[]): number {
  const text = 'export FILE --to spice|csv|dot'
  const { values, words } = argsOf(args, { text, wordCount: 1, options: { to: { type: 'string', default: '' } } })
  const format = String(values.to)
  const write = Object.hasOwn(EXPORTS, format) ? EXPORTS[format] : undefined
  if (write === undefined) throw new LoomError('REQUEST_REFUSED', `Use: ./loom ${text}`)
  process.stdout.write(write(derive(readBuild(readFile(words[0]!)))))
  return EXIT_CLEAN
}

const SECONDS = 10
const MOST_SECONDS = 3600

/** How long to look at most, for each machine. */
function secondsNamed(text: string): number {
  const seconds = Number(text)
  if (text.trim() !== '' && seconds >= 1 && seconds <= MOST_SECONDS) return seconds
  throw new LoomError('REQUEST_REFUSED', `“${text}” is no time: give seconds from 1 to ${MOST_SECONDS}.`)
}

/** What may be bought: the parts and packs of a file, or the general classes. */
function offersOf(path: string | undefined): readonly Offer[] {
  if (path === undefined) return TEMPLATE_PIECES.map((part) => ({ part, priceCents: part.price?.cents }))
  const { parts, packs = [] } = readPartsFile(readFile(path, LIMITS.partsFileBytes))
  return [
    ...parts.map((part) => ({ part, priceCents: part.price?.cents })),
    ...packs.map((pack) => ({ pack, parts, priceCents: pack.price?.cents })),
  ]
}

function mannerNamed(text: string): Manner {
  const manner = MANNERS.find((name) => name === text)
  if (manner !== undefined) return manner
  throw new LoomError('REQUEST_REFUSED', `There is no manner “${text}” to plan in. There are ${listNames(MANNERS)}.`)
}

/** The machines that are meant: the one of this name, or all. */
function machinesNamed({ build }: Harness, wanted: unknown): readonly Machine[] {
  const machines = machinesOf(build)
  if (typeof wanted !== 'string') return machines
  const named = machines.filter(({ name }) => name === wanted)
  if (named.length > 0) return named
  const names = listNames(machines.map(({ name }) => name))
  throw new LoomError('REQUEST_REFUSED', `There is no machine “${wanted}” here. There is ${names}.`)
}

async function weaveBuild(args: readonly string[]): Promise<number> {
  const { values, words } = argsOf(args, {
    text: `weave FILE [--school ${MANNERS.join('|')}] [--shelf PARTS-FILE] [--machine NAME] [--seconds N] [--json]`,
    wordCount: 1,
    options: {
      school: { type: 'string', default: 'balanced' },
      shelf: { type: 'string' },
      machine: { type: 'string' },
      seconds: { type: 'string', default: String(SECONDS) },
      json: { type: 'boolean' },
    },
  })
  const manner = mannerNamed(String(values.school))
  const seconds = secondsNamed(String(values.seconds))
  const harness = derive(readBuild(readFile(words[0]!)))
  const offers = offersOf(values.shelf === undefined ? undefined : String(values.shelf))
  const now = () => performance.now() / 1000
  const solver = await openHighs()
  // One machine after the other, each planned on the bench as the ones before it leave it.
  let today = harness
  let stopCount = 0
  for (const { assemblyId } of machinesNamed(harness, values.machine)) {
    const machine = machinesOf(today.build).find((one) => one.assemblyId === assemblyId)!
    const proposal = propose(solver, today, manner, { machine, offers, seconds, now })
    if (values.json !== true) for (const line of proposalLines(today, proposal)) console.log(line)
    today = proposal.after
    stopCount += proposal.verdicts.counts.stop
  }
  if (values.json === true) process.stdout.write(canonicalJson(today.build))
  return stopCount > 0 ? EXIT_STOPS : EXIT_CLEAN
}

type Verb = (args: readonly string[]) => number | Promise<number>
const VERBS: Readonly<Record<string, Verb>> = { check, explain, figures, weave: weaveBuild, export: exportTo }

async function main([verb = '', ...args]: readonly string[]): Promise<number> {
  try {
    const run = Object.hasOwn(VERBS, verb) ? VERBS[verb] : undefined
    if (run === undefined) throw new LoomError('REQUEST_REFUSED', `There is no command “${verb}”. See ./loom help.`)
    return await run(args)
  } catch (error) {
    if (!(error instanceof LoomError)) throw error
    console.error(error.message)
    return EXIT_BAD_INPUT
  }
}

process.exitCode = await main(process.argv.slice(2))
