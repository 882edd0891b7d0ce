import type { Expected } from '../bench/expected'
import { faultId, type BenchFault } from '../bench/faults'
import type { Look } from '../bench/looks'
import type { DiagnoseReport, ExpectReport } from '../bench/report-schema'
import type { Sight, SightKind, Value } from '../bench/sight'
import type { Harness } from '../operate/harness'
import type { Bounds } from '../operate/motor-speed'
import { POSITION_WORDS, type Wire } from '../parts/connectors'
import { boundsText } from './bounds-text'

/** What is looked at, in a few words: `F3 fan`, `SYS1 reading`. */
export function sightName(harness: Harness, { kind, at, zone }: Sight): string {
  const { mark } = harness.port(at).item
  switch (kind) {
    case 'board':
    case 'box':
      return mark
    case 'reading':
      return `the reading of ${harness.name(at)}`
    case 'fan':
      return mark
    case 'light':
      return `${mark} ${zone}`
    case 'air':
      return `the air of ${mark}`
    default:
      return kind satisfies never
  }
}

const IS_WORDS: Readonly<Record<Expected['is'], string>> = {
  starts: 'starts without a complaint',
  complains: 'complains of its CPU fan, or stops',
  seen: 'is seen by its program',
  unseen: 'is not seen by any program',
  shows: 'shows',
  nothing: 'shows nothing, or 0 rpm',
  turns: 'turns',
  stands: 'stands',
  shines: 'shines as its owner tells it',
  astray: 'shines as nobody tells it, or not at all',
  dark: 'stays dark',
  in: 'goes in',
  out: 'goes out',
}

/** What is to be seen there: `F1 turns, 640 to 660 rpm`. */
export function expectedText(harness: Harness, { sight, is, rpm }: Expected): string {
  const speed = rpm === undefined ? undefined : `${boundsText(rpm, 0)} rpm`
  const byDesign = is === 'nothing' ? ', by design' : ''
  const name = sight.kind === 'reading' ? harness.name(sight.at) : sightName(harness, sight)
  if (is === 'shows') return `${name} shows ${speed ?? 'a speed'}`
  return `${name} ${IS_WORDS[is]}${speed === undefined ? '' : `, ${speed}`}${byDesign}`
}

/** A speed as a screen shows it: `640 rpm`, `640 to 660 rpm`, `0 rpm`; in words where nobody can tell it. */
export const speedText = (rpm: Bounds | undefined): string =>
  rpm === undefined ? 'turns' : `${boundsText({ least: Math.round(rpm.least), most: Math.round(rpm.most) }, 0)} rpm`

/** The kinds of sights, as headings. */
export const KIND_WORDS: Readonly<Record<SightKind, string>> = {
  board: 'Board',
  box: 'Boxes',
  reading: 'Headers and outlets',
  fan: 'What turns',
  light: 'Lights',
  air: 'Air',
}

/** What may be said of each kind of sight, the usual first. */
export const VALUE_WORDS: Readonly<Record<SightKind, Partial<Readonly<Record<Value, string>>>>> = {
  board: { asPlanned: 'starts as it should', complains: 'complains of its CPU fan, or stops' },
  box: {
    asPlanned: 'is seen as it should be',
    unseen: 'its program does not see it',
    clashes: 'is seen as one with another box',
  },
  reading: {
    asPlanned: 'shows what it should',
    nothing: 'shows 0 rpm, or nothing',
    slower: 'shows less than it should',
    faster: 'shows more than it should',
    moves: 'shows a speed, where there should be none',
    mixed: 'shows a speed that jumps about',
  },
  fan: {
    asPlanned: 'turns as it should',
    stands: 'stands',
    slower: 'turns too slowly',
    faster: 'turns too fast, or at full speed',
    turns: 'turns, I cannot tell how fast',
    moves: 'turns, though it should stand',
  },
  light: {
    asPlanned: 'shines as it should',
    dark: 'is dark',
    astray: 'shines, but not as it is told, or frozen',
    partly: 'shines up to an LED, and not beyond',
    yellow: 'turns yellow or dim where it should be white',
  },
  air: { asPlanned: 'goes the right way', wrongWay: 'goes the wrong way' },
}

const wireText = (wire: Wire) => POSITION_WORDS[wire]

/** What is wrong, in one sentence. */
export function faultText(harness: Harness, fault: BenchFault): string {
  const name = (ref: Look['at']) => harness.name(ref)
  switch (fault.kind) {
    case 'plugLoose':
      return `The plug of ${name(fault.lead)} is not seated.`
    case 'contactOpen':
      return `A contact in the plug of ${name(fault.lead)} is open: ${wireText(fault.wire)}.`
    case 'contactPoor':
      return `A contact in the plug of ${name(fault.lead)} carries badly.`
    case 'cableForeign':
      return `${name(fault.lead)} is a cable of another supply.`
    case 'leadElsewhere':
      return `The plug of ${name(fault.lead)} is in ${name(fault.to)}.`
    case 'leadsExchanged':
      return `The plugs of ${name(fault.lead)} and ${name(fault.other)} are each where the other belongs.`
    case 'syncOff':
      return `The setting that makes ${harness.port(fault.at).item.mark} follow ${name(fault.at)} is not made.`
    case 'modeOther':
      return `${name(fault.at)} is set to ${fault.mode.toUpperCase()}.`
    case 'standInOther':
      return `Other lights are declared on ${name(fault.at)} than the sheet says.`
    case 'addressSame':
      return `${harness.port(fault.at).item.mark} and ${harness.port(fault.other).item.mark} carry the same number.`
    case 'programMissing':
      return `The program of ${harness.port(fault.at).item.mark} is missing, or too old.`
    case 'usbDead':
      return `${name(fault.at)} does not work with ${name(fault.lead)}.`
    case 'motorStands':
      return `The motor of ${harness.port(fault.at).item.mark} does not turn by itself.`
    case 'tachSilent':
      return `${harness.port(fault.at).item.mark} turns and reports nothing.`
    case 'headerDeaf':
      return `${name(fault.at)} itself reads no speed.`
    case 'ledBroken':
      return `An LED of ${harness.port(fault.at).item.mark} ${fault.zone} is broken: what comes after it gets no data.`
    case 'fanTurnedRound':
      return `${harness.port(fault.at).item.mark} sits the wrong way round.`
    default:
      return fault satisfies never
  }
}

/** What to do about it. */
export function cureText(harness: Harness, fault: BenchFault): string {
  const name = (ref: Look['at']) => harness.name(ref)
  const home = (threadId: string) => {
    const thread = harness.threads.find(({ id }) => id === threadId)
    return thread === undefined ? 'its port' : name(thread.to)
  }
  switch (fault.kind) {
    case 'plugLoose':
      return `Power off, and push it into ${home(fault.threadId)} until it sits.`
    case 'contactOpen':
      return 'Power off, and press the contact back into its housing, or exchange the lead.'
    case 'contactPoor':
      return 'Power off, and push the plug home; if that does not help, exchange the lead.'
    case 'cableForeign':
      return 'Power off at once: its volts may be on other contacts. Use only the cables of this supply, and try what hung on it alone.'
    case 'leadElsewhere':
      return `Power off, and plug it into ${home(fault.threadId)}; or take it into the plan where it is.`
    case 'leadsExchanged':
      return 'Power off, and let them change places.'
    case 'syncOff':
    case 'modeOther':
    case 'standInOther':
    case 'addressSame':
      return 'Set it as the sheet says.'
    case 'programMissing':
      return 'Get it, or its latest version, and start it.'
    case 'usbDead':
      return 'Power off, and plug it into another USB port.'
    case 'motorStands':
    case 'tachSilent':
      return 'Exchange the device, or let it go back.'
    case 'headerDeaf':
      return 'Use another header, and tell the firmware to ignore this one.'
    case 'ledBroken':
      return 'Exchange the device, or put it last in its chain.'
    case 'fanTurnedRound':
      return 'Power off, and turn it round.'
    default:
      return fault satisfies never
  }
}

/** What to do next, in one sentence; the reminder to power off is told apart. */
export function lookText(harness: Harness, { kind, at, sight }: Look): string {
  const name = harness.name(at)
  const { mark } = harness.port(at).item
  switch (kind) {
    case 'sight':
      return `Look at ${sightName(harness, sight!)}.`
    case 'plug':
      return `Look at the plug of ${name}: is it seated, and where?`
    case 'contact':
      return `Pull the plug of ${name} and look at its contacts, or measure them: is one pushed back?`
    case 'alone':
      return `Plug ${mark} alone into a header that is known to work.`
    case 'setting':
      return `Look whether what the sheet says of ${name} is set, and whether its program is there.`
    case 'usb':
      return `Plug ${name} into another USB port.`
    case 'header':
      return `Plug a fan that is known to report into ${name}.`
    default:
      return kind satisfies never
  }
}

const FOUND_WORDS: Readonly<Record<string, string>> = {
  loose: 'it is loose',
  poor: 'a contact is bent, dull or scorched',
  motorStands: 'it stands there too',
  tachSilent: 'it turns, and reports nothing there either',
  dead: 'it is seen there',
  deaf: 'the header still shows nothing',
}
const FINE_WORDS: Readonly<Record<Exclude<Look['kind'], 'sight'>, string>> = {
  plug: 'it is seated, where it belongs',
  contact: 'all contacts are good',
  alone: 'it turns and reports there',
  setting: 'all is set, and the program is there',
  usb: 'no change',
  header: 'the header shows its speed',
}

/** An answer to a look, as a builder would give it. */
export function answerText(harness: Harness, look: Look, answer: string, faults: readonly BenchFault[]): string {
  if (look.kind === 'sight') {
    return VALUE_WORDS[look.sight!.kind][answer as Value] ?? VALUE_WORDS.fan[answer as Value] ?? answer
  }
  if (answer === 'fine') return FINE_WORDS[look.kind]
  if (look.kind === 'contact' && answer !== 'poor') return `open: ${wireText(answer as Wire)}`
  const own = faults.find((fault) => faultId(fault) === answer)
  return FOUND_WORDS[answer] ?? (own === undefined ? answer : faultText(harness, own).replace(/\.$/, ''))
}

/** What may be hidden at each level of practice, the first one first. */
export const LEVEL_WORDS: readonly string[] = [
  'a plug is loose',
  'a lead is wrong or hurt',
  'a setting, a program, a port',
  'a device has failed',
  'two things at once',
]

const SEEN_APART: Readonly<Partial<Record<Value, string>>> = { unknown: 'cannot be told' }

/** What a build shows at its first power-on, line by line; with a fault in it, what is otherwise is told behind it. */
export function expectLines({ build, dangers, fault, sights }: ExpectReport): readonly string[] {
  const otherwise = ({ kind, seen }: ExpectReport['sights'][number]) =>
    seen === 'asPlanned' ? '' : `; now it ${VALUE_WORDS[kind][seen] ?? SEEN_APART[seen] ?? seen}`
  const kinds = [...new Set(sights.map(({ kind }) => kind))]
  return [
    fault === null ? `${build.name}, all as planned` : `${build.name}, but: ${fault}`,
    ...dangers.map((danger) => `Do not switch it on: ${danger}`),
    ...kinds.flatMap((kind) => [
      `${KIND_WORDS[kind]}:`,
      ...sights.filter((sight) => sight.kind === kind).map((sight) => `  ${sight.text}${otherwise(sight)}`),
    ]),
  ]
}

const percent = (share: number) => `${Math.max(1, Math.round(100 * share))} %`
/** So many are told of what may be wrong. */
const MOST_TOLD = 8

/** What may be wrong and what to look at next, line by line. */
export function diagnoseLines({ dangers, ...report }: DiagnoseReport): readonly string[] {
  return [...dangers.map((danger) => `Do not switch it on: ${danger}`), ...foundLines(report)]
}

function foundLines({ build, faultCount, left, next }: Omit<DiagnoseReport, 'dangers'>): readonly string[] {
  if (left.length === 0) {
    return [
      `${build.name}: none of its ${faultCount} single faults explains all of this, nor do two at once. Look again.`,
    ]
  }
  const more = left.length > MOST_TOLD ? [`  and ${left.length - MOST_TOLD} more`] : []
  const told = left.slice(0, MOST_TOLD).map(({ text, share }) => `  ${percent(share)}  ${text}`)
  const head =
    left[0]!.faultCount === 1
      ? `${build.name}: ${left.length} of ${faultCount} single faults explain it`
      : `${build.name}: none of its ${faultCount} single faults explains all of this; ${left.length} pairs of them do`
  if (next === null) {
    return [head, ...told, ...more, ...(left.length === 1 ? [left[0]!.cure] : ['No look tells these apart.'])]
  }
  return [
    head,
    ...told,
    ...more,
    `Next, ${next.costMinutes} min${next.isPowerOff ? ', power off first' : ''}: ${next.text} (${next.look})`,
    ...next.answers.map(({ is, text, share }) => `  ${percent(share)}  ${text} (${is})`),
  ]
}
