import { apply } from '../../build/apply'
import { placeEdit } from '../../build/choose'
import { sameRef } from '../../build/refs'
import { settingOf } from '../../build/settings'
import { insertEdit } from '../../build/rewire'
import { bestCorner } from '../../structure/place/corners'
import { derive, type Harness } from '../../operate/harness'
import type { Run } from '../../structure/place/ways'
import { extensionFor } from '../../templates/pieces'
import { nearerMoves } from '../engine/mend'
import { defineRule, type Finding, type Mend } from '../engine/rule'

/** `F1`, or `F1 by way of Y1` where the lead of another piece makes it longer. */
function leadName(harness: Harness, { lead, via }: Run): string {
  const name = harness.name(lead.ref)
  return via.length === 0 ? name : `${name} by way of ${via.map(({ mark }) => mark).join(' and ')}`
}

const at = ({ lead, to }: Run) => [lead.ref, to.ref]

/** Turned so that its lead leaves by the best corner, a fan may be near enough. */
function turns(harness: Harness, finding: Finding): readonly Mend[] {
  const [lead, to] = finding.at
  const placed = harness.placeOf(lead?.itemId ?? '')
  const best = placed === undefined ? undefined : bestCorner(harness, placed)
  if (placed?.mounted === undefined || best === undefined || best.corner === placed.place.leadCorner) return []
  const edit = placeEdit({ ...placed.place, leadCorner: best.corner })
  const run = derive(apply(harness.build, edit).build)
    .runs()
    .find((one) => sameRef(one.lead.ref, lead!) && sameRef(one.to.ref, to!))
  if (run?.leadMm === undefined || run.leastMm === undefined) return []
  const leadCorner = `${placed.mounted.panel.side} ${best.corner}`
  const params = { fan: placed.item.mark, leadCorner, spareMm: Math.floor(run.leadMm - run.leastMm) }
  return [{ messageId: 'turnCorner', params, edit }]
}

function extensions(harness: Harness, finding: Finding): readonly Mend[] {
  const [lead, to] = finding.at
  if (lead === undefined || to === undefined) return []
  const part = extensionFor(harness.port(lead).port.connector.family)
  if (part === undefined) return []
  const params = { part: part.name, lead: harness.name(lead), port: harness.name(to) }
  const edit = insertEdit(harness.build, { leads: [lead], to, piece: { part, stock: 'toBuy' } })
  return edit === undefined ? [] : [{ messageId: 'extend', params, edit }]
}

/** Whether a lead reaches is found out too late, with the fan half screwed in. */
export const leadReaches = defineRule({
  id: 'lead-reaches',
  group: 'place',
  what: 'Every lead is long enough for its way to the header or box, with slack to plug it.',
  source: 'geometry of the case, along edges and behind the tray; 30 mm of slack: common practice, no source',
  reads: ['lead.lengthMm', 'port.spot', 'part.space.board'],
  asksOnly: ['places.mount', 'places.spot'],
  messages: {
    tooShort: {
      severity: 'stop',
      text: '{lead} is {lengthMm} long, but its way to {port} takes {wayMm}. Use a nearer header, turn the corner it leaves by, or add an extension.',
    },
    noWay: {
      severity: 'stop',
      text: '{lead} has no way to {port}: the tray is between them, and no hole leads through. Use another spot, or another header.',
    },
    inSight: {
      severity: 'warning',
      text: '{lead} is {lengthMm} long: it reaches {port} straight across the board, in sight, but not behind the tray. Use a nearer header or an extension to hide it.',
      worse: { lengthMm: 'less' },
    },
    tight: {
      severity: 'warning',
      text: '{lead} reaches {port} with {leftMm} to spare; {slackMm} should be left to plug it. Plug it before the fan is screwed down, with two screws first.',
      worse: { leftMm: 'less', slackMm: 'more' },
    },
    wouldHold: {
      severity: 'unknown',
      consequence: 'wouldHold',
      text: 'By what is assumed of the case and the board, {leads|this lead reaches|these leads reach}: {leads}. Measure {leads|its way|their ways} before you rely on it.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Whether {leads|this lead reaches|these leads reach} is open: {leads}. A length, the corner {leads|it leaves|they leave} by, or the place of a header or box is not known.',
    },
  },
  check: (harness, say) => {
    const runs = harness.runs()
    const are = (reach: Run['reach']) => runs.filter((run) => run.reach === reach)
    const names = (list: readonly Run[]) => list.map((run) => leadName(harness, run))
    const figures = (run: Run) => ({ lead: leadName(harness, run), port: harness.name(run.goal.ref) })
    const assumed = are('yes').filter(({ isAssumed }) => isAssumed)
    const open = are('open')
    return [
      ...are('yes')
        .filter(({ isAssumed }) => !isAssumed)
        .map(() => say.holds()),
      ...are('no').map((run) =>
        run.leastMm === undefined
          ? say.found('noWay', at(run), figures(run))
          : say.found('tooShort', at(run), { ...figures(run), lengthMm: run.leadMm!, wayMm: run.leastMm }),
      ),
      ...are('inSight').map((run) => say.found('inSight', at(run), { ...figures(run), lengthMm: run.leadMm! })),
      ...are('tight').map((run) => {
        const leftMm = run.leadMm! - run.leastMm!
        return say.found('tight', at(run), {
          ...figures(run),
          leftMm,
          slackMm: settingOf(harness.build, 'leadSlackMm'),
        })
      }),
      ...(assumed.length === 0 ? [] : [say.found('wouldHold', assumed.flatMap(at), { leads: names(assumed) })]),
      ...(open.length === 0 ? [] : [say.found('unknown', open.flatMap(at), { leads: names(open) })]),
    ]
  },
  mends: (harness: Harness, finding) => {
    const [lead] = finding.at
    if (lead === undefined || !['tooShort', 'noWay', 'inSight', 'tight'].includes(finding.messageId)) return []
    return [...turns(harness, finding), ...nearerMoves(harness, lead, 2), ...extensions(harness, finding)]
  },
})
