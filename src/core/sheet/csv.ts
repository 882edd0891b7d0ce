import Papa from 'papaparse'
import { sameRef } from '../build/refs'
import type { Harness } from '../operate/harness'
import { FAMILY_FACTS } from '../parts/connectors'
import type { PortRef } from '../schema/schema-kit'
import { leadLines } from './leads'
import { headSettings, ignoredHeaders } from './settings'

const NEWLINE = '\r\n'
const MS_PER_SECOND = 1000

/** The lead list in working order as CSV (RFC 4180); a cell that a spreadsheet might run as a formula is quoted off. */
export function leadListCsv(harness: Harness): string {
  const plug = (ref: Parameters<Harness['port']>[0]) => FAMILY_FACTS[harness.port(ref).port.connector.family].name
  const rows = leadLines(harness).map((line, index) => ({
    step: index + 1,
    lead: line.fromName,
    leadPlug: plug(line.from),
    port: line.toName,
    portPlug: plug(line.to),
    leadLengthMm: line.lengthMm ?? '',
  }))
  const columns = ['step', 'lead', 'leadPlug', 'port', 'portPlug', 'leadLengthMm']
  return asCsv(rows, columns)
}

export const asCsv = (rows: readonly object[], columns: readonly string[]) =>
  `${Papa.unparse([...rows], { columns: [...columns], escapeFormulae: true, newline: NEWLINE })}${NEWLINE}`

/** What to set in firmware and programs as CSV: a row a point, and one for a header without a curve or with nothing to set. */
export function settingsCsv(harness: Harness): string {
  const seconds = (ms: number | undefined) => (ms === undefined ? '' : ms / MS_PER_SECOND)
  const ignored = ignoredHeaders(harness)
  const whyOf = (at: PortRef) => ignored.find((header) => sameRef(header.at, at))?.why ?? ''
  const empty = ignored
    .filter(({ why }) => why === 'empty')
    .map(({ name, why }) => ({ head: name, where: 'firmware', ignore: why }))
  const rows = headSettings(harness).flatMap(({ at, name, where, mode, curve }): readonly object[] => {
    const head = {
      head: name,
      where,
      mode: mode ?? '',
      heatSource: curve?.heatSource ?? '',
      hysteresisC: curve?.hysteresisC ?? '',
      stepUpSeconds: seconds(curve?.stepUpMs),
      stepDownSeconds: seconds(curve?.stepDownMs),
      leastDutyPercent: curve?.leastDutyPercent ?? '',
      stopBelowC: curve?.stopBelowC ?? '',
      ignore: whyOf(at),
    }
    if (curve === undefined) return [{ ...head, point: '', temperatureC: '', dutyPercent: '' }]
    return curve.points.map((point, index) => ({ ...head, point: index + 1, ...point }))
  })
  const columns = [
    ...['head', 'where', 'mode', 'heatSource', 'point', 'temperatureC', 'dutyPercent'],
    ...['hysteresisC', 'stepUpSeconds', 'stepDownSeconds', 'leastDutyPercent', 'stopBelowC', 'ignore'],
  ]
  return asCsv([...rows, ...empty], columns)
}
