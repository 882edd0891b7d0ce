'use client'

import {
  flexRender,
  getCoreRowModel,
  getExpandedRowModel,
  getFilteredRowModel,
  getGroupedRowModel,
  getSortedRowModel,
  useReactTable,
  type Cell,
  type Row,
  type SortingState,
  type Table,
} from '@tanstack/react-table'
import clsx from 'clsx'
import { ArrowDown, ArrowUp, Copy } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { unplugEdit } from '@/core/build/plug'
import { sameRef } from '@/core/build/refs'
import { leadRows, type LeadRow } from '@/core/sheet/lead-rows'
import { countOf } from '@/core/wording/text'
import { useActions, useHarness, useVerdicts } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { notify } from '@/ui/shared/notices'
import { useFocus } from '@/ui/focus/focus'
import { GoesEditor, NoteEditor } from './cell-editor'
import { COLUMNS, GROUPINGS, HIDDEN, SHOWN } from './columns'
import { useGridKeys, type GridSpot } from './use-grid-keys'

const textOf = (row: Row<LeadRow>) =>
  row
    .getVisibleCells()
    .map((cell) => String(cell.getValue() ?? ''))
    .join('\t')

function useLeadTable() {
  const harness = useHarness()
  const { findings } = useVerdicts()
  const assemblyId = useFocus((state) => state.assemblyId)
  const [sorting, setSorting] = useState<SortingState>([])
  const [globalFilter, setGlobalFilter] = useState('')
  const [groupedBy, groupBy] = useState('')
  const data = useMemo(() => {
    const rows = leadRows(harness, findings)
    if (assemblyId === null) return [...rows]
    return rows.filter(({ ref }) => harness.port(ref).item.assemblyId === assemblyId)
  }, [harness, findings, assemblyId])
  const grouping = useMemo(() => (groupedBy === '' ? [] : [groupedBy]), [groupedBy])
  const table = useReactTable({
    data,
    columns: COLUMNS,
    state: { sorting, globalFilter, grouping, expanded: true, columnVisibility: HIDDEN },
    autoResetAll: false,
    onSortingChange: setSorting,
    onGlobalFilterChange: setGlobalFilter,
    getRowId: ({ key }) => key,
    globalFilterFn: 'includesString',
    groupedColumnMode: false,
    getCoreRowModel: getCoreRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getGroupedRowModel: getGroupedRowModel(),
    getExpandedRowModel: getExpandedRowModel(),
  })
  return { table, globalFilter, setGlobalFilter, groupedBy, groupBy }
}

const sizes = SHOWN.map(({ size }) => size ?? 100)
/** The same widths for every row, whether it is drawn yet or not. */
const GRID = {
  gridTemplateColumns: sizes.map((size) => `minmax(0, ${size}fr)`).join(' '),
  minWidth: sizes.reduce((sum, size) => sum + size, 0),
}

/** All that is shown, as text with tabs between, as spreadsheets take it. */
async function copy(rows: readonly Row<LeadRow>[]) {
  const heads = SHOWN.map(({ header }) => String(header)).join('\t')
  await navigator.clipboard.writeText([heads, ...rows.map(textOf)].join('\n'))
  notify(`${countOf(rows.length, 'line')} copied as text.`)
}

function ListTools({ table, globalFilter, setGlobalFilter, groupedBy, groupBy }: ReturnType<typeof useLeadTable>) {
  const leads = table.getFilteredRowModel().rows
  return (
    <div className="flex flex-wrap items-center gap-2 text-[13px]">
      <input
        type="search"
        aria-label="Show leads with these words"
        placeholder="Only: loose, F7, 5 V light …"
        value={globalFilter}
        onChange={(event) => setGlobalFilter(event.target.value)}
        className="h-7 w-52 rounded-md border border-seam bg-linen px-2"
      />
      <label className="flex items-center gap-1">
        Gathered by
        <select
          value={groupedBy}
          onChange={(event) => groupBy(event.target.value)}
          className="h-7 rounded-md border border-seam bg-cloth px-1"
        >
          {GROUPINGS.map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <span role="status" className="text-faded">
        {countOf(leads.length, 'lead')}
      </span>
      <Button small className="ml-auto" onClick={() => void copy(leads)}>
        <Copy size={14} aria-hidden /> Copy as text
      </Button>
    </div>
  )
}

function Heads({ table }: { readonly table: Table<LeadRow> }) {
  return (
    <div role="row" className="sticky top-0 z-10 grid border-b border-seam bg-weft" style={GRID}>
      {table.getHeaderGroups().flatMap(({ headers }) =>
        headers.map((header) => {
          const sorted = header.column.getIsSorted()
          const Arrow = sorted === 'desc' ? ArrowDown : ArrowUp
          return (
            <div
              key={header.id}
              role="columnheader"
              aria-sort={sorted === false ? 'none' : sorted === 'asc' ? 'ascending' : 'descending'}
            >
              <button
                type="button"
                onClick={header.column.getToggleSortingHandler()}
                className="flex h-8 w-full items-center gap-1 px-1.5 text-left font-semibold hover:bg-cloth"
              >
                {flexRender(header.column.columnDef.header, header.getContext())}
                {sorted !== false && <Arrow size={12} aria-hidden />}
              </button>
            </div>
          )
        }),
      )}
    </div>
  )
}

interface CellProps {
  readonly cell: Cell<LeadRow, unknown>
  readonly spot: GridSpot
  readonly isStop: boolean
  readonly isEdited: boolean
  readonly onDone: () => void
}

function GridCell({ cell, spot, isStop, isEdited, onDone }: CellProps) {
  const { original } = cell.row
  const isLoose =
    cell.column.id === 'goes' && original.to === undefined && original.isWanted && original.parkedReason === undefined
  return (
    <div
      role="gridcell"
      data-row={spot.row}
      data-column={spot.column}
      data-cell={`${cell.row.id} ${cell.column.id}`}
      tabIndex={isStop ? 0 : -1}
      className={clsx(
        'flex h-7 items-center truncate focus:outline-2 focus:-outline-offset-2 focus:outline-woad',
        !isEdited && 'px-1.5',
        isLoose && 'font-semibold text-madder',
      )}
    >
      {isEdited && cell.column.id === 'goes' ? (
        <GoesEditor row={original} onDone={onDone} />
      ) : isEdited && cell.column.id === 'note' ? (
        <NoteEditor row={original} onDone={onDone} />
      ) : (
        <span className="truncate" title={typeof cell.getValue() === 'string' ? String(cell.getValue()) : undefined}>
          {flexRender(cell.column.columnDef.cell, cell.getContext())}
        </span>
      )}
    </div>
  )
}

function GroupLine({ row }: { readonly row: Row<LeadRow> }) {
  const value = String(row.getGroupingValue(row.groupingColumnId!) ?? '')
  return (
    <div role="row" className="border-b border-thread bg-linen px-1.5 py-1 font-display font-semibold">
      <span role="gridcell">
        {value === '' ? 'none' : value}{' '}
        <span className="font-sans text-[13px] font-normal text-faded">{countOf(row.subRows.length, 'lead')}</span>
      </span>
    </div>
  )
}

/** The same wiring as a list: sorted, filtered, gathered, changed in place, by keyboard as in a spreadsheet. */
export function LeadList() {
  const harness = useHarness()
  const { dispatch } = useActions()
  const { selected, select } = useFocus()
  const tools = useLeadTable()
  const { table } = tools
  const { rows } = table.getRowModel()
  const grid = useRef<HTMLDivElement>(null)

  const isEditable = (spot: GridSpot) => ['goes', 'note'].includes(SHOWN[spot.column]?.id ?? 'note')
  const keys = useGridKeys({
    grid,
    rowCount: rows.length,
    columnCount: SHOWN.length,
    isEditable: (spot) => isEditable(spot) && rows[spot.row]?.getIsGrouped() === false,
    onDelete: ({ row }) => {
      const lead = rows[row]
      if (lead === undefined || lead.getIsGrouped()) return
      const threads = harness.threadsAt(lead.original.ref)
      if (threads.length > 0) dispatch(unplugEdit(threads))
    },
    onCopy: ({ row }) => rows[row] !== undefined && void copy([rows[row]]),
    onLand: ({ row }) => {
      const lead = rows[row]
      if (lead !== undefined && !lead.getIsGrouped()) select({ ref: lead.original.ref })
    },
  })
  return (
    <div className="flex min-h-0 grow flex-col gap-2">
      <ListTools {...tools} />
      <div
        ref={grid}
        role="grid"
        aria-label="Leads"
        aria-rowcount={rows.length + 1}
        className="min-h-0 grow overflow-auto rounded-lg border border-thread bg-cloth text-[13px]"
        {...keys.handlers}
      >
        <Heads table={table} />
        {rows.length === 0 && <p className="p-3 text-faded">No lead has these words.</p>}
        {rows.map((row, index) =>
          row.getIsGrouped() ? (
            <GroupLine key={row.id} row={row} />
          ) : (
            <div
              key={row.id}
              role="row"
              aria-rowindex={index + 2}
              aria-selected={selected !== null && sameRef(selected.ref, row.original.ref)}
              className="grid border-b border-thread [contain-intrinsic-size:auto_28px] [content-visibility:auto] aria-selected:bg-woad-wash"
              style={GRID}
            >
              {row.getVisibleCells().map((cell, column) => {
                const spot = { row: index, column }
                return (
                  <GridCell
                    key={cell.id}
                    cell={cell}
                    spot={spot}
                    isStop={keys.isAt(spot)}
                    isEdited={keys.isEditing(spot)}
                    onDone={keys.leave}
                  />
                )
              })}
            </div>
          ),
        )}
      </div>
    </div>
  )
}
