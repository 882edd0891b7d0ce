import { createColumnHelper, type Row, type SortingFn } from '@tanstack/react-table'
import type { LeadRow } from '@/core/sheet/lead-rows'
import { compareMarks } from '@/core/units/compare'
import { SeverityMark } from '@/ui/shared/severity'
import { SERVICE_LINES } from '@/ui/wiring/thread-line'

const textIn = (row: Row<LeadRow>, id: string) => row.getValue<string | undefined>(id) ?? ''

const helper = createColumnHelper<LeadRow>()

/** By mark; a row that gathers others has none of its own, and keeps its place. */
const byMark: SortingFn<LeadRow> = (a, b, id) => compareMarks(textIn(a, id), textIn(b, id))

/** What stands where a lead goes nowhere. */
const goesWords = ({ toName, parkedReason, isWanted }: LeadRow): string =>
  toName ?? (parkedReason === undefined ? (isWanted ? 'loose' : 'loose, not needed') : `left loose: ${parkedReason}`)

const marksOf = ({ isPinned, isOnBench }: LeadRow) =>
  [isPinned ? 'pinned' : '', isOnBench ? 'as found' : ''].filter((word) => word !== '').join(', ')

/** How much is left over, or (with a minus sign) missing. */
const spareText = (spareMm: number | undefined): string =>
  spareMm === undefined ? '' : `${spareMm < 0 ? '−' : ''}${Math.abs(spareMm)} mm`

/** The lead list's columns: what is edited in place is `goes` and `note`. */
export const COLUMNS = [
  helper.accessor('leadName', { id: 'lead', header: 'Lead', sortingFn: byMark, size: 126 }),
  helper.accessor(goesWords, { id: 'goes', header: 'Goes to', sortingFn: byMark, size: 140 }),
  helper.accessor(({ service }) => SERVICE_LINES[service].word, { id: 'kind', header: 'Carries', size: 80 }),
  helper.accessor(({ toMark }) => toMark ?? 'loose', { id: 'thing', header: 'At', sortingFn: byMark, size: 54 }),
  helper.accessor('lengthMm', {
    header: 'Length',
    size: 66,
    cell: ({ getValue }) => (getValue() === undefined ? '?' : `${getValue()} mm`),
    sortUndefined: 'last',
  }),
  helper.accessor('spareMm', {
    header: 'To spare',
    size: 70,
    cell: ({ getValue }) => spareText(getValue()),
    sortUndefined: 'last',
  }),
  helper.accessor(({ groupName }) => groupName ?? '', { id: 'group', header: 'Group', size: 76 }),
  helper.accessor(({ worst }) => worst ?? '', {
    id: 'finding',
    header: 'Finding',
    size: 48,
    cell: ({ row }) => row.original.worst !== undefined && <SeverityMark look={row.original.worst} />,
  }),
  helper.accessor('note', { header: 'Note', size: 120 }),
  helper.accessor(marksOf, { id: 'marks', header: 'Kept', size: 72 }),
  helper.accessor('partName', { id: 'part', header: 'Part', size: 170 }),
]

/** Columns that only gather or are searched: their words stand in the panel. */
export const HIDDEN = { thing: false, part: false } as const
export const SHOWN = COLUMNS.filter(({ id }) => id === undefined || !(id in HIDDEN))

/** Columns that rows may be gathered by. */
export const GROUPINGS = [
  ['', 'one list'],
  ['kind', 'what they carry'],
  ['thing', 'what they go to'],
  ['group', 'group'],
  ['part', 'part'],
] as const
