import type { Harness } from '../harness/derive'
import { deriveRuns, type Run } from '../harness/ways'
import { reachOf, SLACK_MM } from '../places/ways'
import { movesOf } from './mend'
import { defineRule } from './rule'

interface Judged {
  readonly run: Run
  readonly verdict: 'no' | 'tight' | 'yes' | 'open'
  readonly leastMm: number
}

/** Too short from every corner it may leave by is too short; long enough from each is long enough; between is open. */
function judge(run: Run): Judged {
  const { leadMm, ways } = run
  const lengths = ways.map(({ lengthMm }) => lengthMm)
  const leastMm = Math.min(...lengths)
  if (leadMm === undefined || lengths.length === 0) return { run, verdict: 'open', leastMm }
  const reaches = new Set(lengths.map((wayMm) => reachOf(leadMm.value, wayMm)))
  const [only] = reaches
  return { run, verdict: reaches.size === 1 && only !== undefined ? only : 'open', leastMm }
}

/** Whether a lead reaches is found out too late, with the fan half screwed in. */
export const leadReaches = defineRule({
  id: 'lead-reaches',
  group: 'place',
  what: 'Every lead is long enough for its way to the header, with slack to plug it.',
  source: 'geometry of the case, along edges and behind the tray; 30 mm of slack: common practice, no source',
  reads: ['lead.lengthMm', 'port.spot', 'part.space.board'],
  asksOnly: ['places.mount'],
  messages: {
    tooShort: {
      severity: 'stop',
      text: '{lead} is {lengthMm} long, but its way to {port} takes {wayMm}. Use a nearer header, turn the corner it leaves by, or add an extension.',
    },
    tight: {
      severity: 'mind',
      text: '{lead} reaches {port} with {leftMm} to spare; {slackMm} should be left to plug it. Plug it before the fan is screwed down, with two screws first.',
    },
    wouldHold: {
      severity: 'unknown',
      text: 'By what is assumed of the case and the board, these leads reach: {leads}. Measure their ways before you rely on it.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Whether these leads reach is open: {leads}. A length, the corner they leave by, or the place of a header is not known.',
    },
  },
  check: (harness, say) => {
    const judged = deriveRuns(harness, harness.places()).map(judge)
    const at = ({ run }: Judged) => [run.lead.ref, run.header]
    const names = (list: readonly Judged[]) => list.map(({ run }) => harness.name(run.lead.ref))
    const short = judged.filter(({ verdict }) => verdict === 'no')
    const tight = judged.filter(({ verdict }) => verdict === 'tight')
    const open = judged.filter(({ verdict }) => verdict === 'open')
    const long = judged.filter(({ verdict }) => verdict === 'yes')
    const assumed = long.filter(({ run }) => run.isAssumed)
    const figures = ({ run }: Judged) => ({ lead: harness.name(run.lead.ref), port: harness.name(run.header) })
    return [
      ...long.filter(({ run }) => !run.isAssumed).map((entry) => say.holds(at(entry))),
      ...short.map((entry) => {
        const { run, leastMm: wayMm } = entry
        return say.found('tooShort', at(entry), { ...figures(entry), lengthMm: run.leadMm!.value, wayMm })
      }),
      ...tight.map((entry) => {
        const leftMm = entry.run.leadMm!.value - entry.leastMm
        return say.found('tight', at(entry), { ...figures(entry), leftMm, slackMm: SLACK_MM })
      }),
      ...(assumed.length === 0 ? [] : [say.found('wouldHold', assumed.flatMap(at), { leads: names(assumed) })]),
      ...(open.length === 0 ? [] : [say.found('unknown', open.flatMap(at), { leads: names(open) })]),
    ]
  },
  mends: (harness: Harness, finding) => {
    const [lead] = finding.at
    return lead === undefined || (finding.messageId !== 'tooShort' && finding.messageId !== 'tight')
      ? []
      : movesOf(harness, lead)
  },
})
