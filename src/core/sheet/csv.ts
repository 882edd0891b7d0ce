import Papa from 'papaparse'
import type { Harness } from '../operate/harness'
import { FAMILY_FACTS } from '../parts/connectors'
import { leadLines } from './leads'

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
  return `${Papa.unparse(rows, { columns, escapeFormulae: true, newline: '\r\n' })}\r\n`
}
