import { useState, type RefObject } from 'react'
import { flushSync } from 'react-dom'

export interface GridSpot {
  readonly row: number
  readonly column: number
}

const PAGE_ROWS = 15

/** Where a key leads from a cell; undefined where it leads nowhere. */
export function cellAfter(
  key: string,
  { row, column }: GridSpot,
  rowCount: number,
  columnCount: number,
): GridSpot | undefined {
  const last = { row: rowCount - 1, column: columnCount - 1 }
  const within = (to: GridSpot): GridSpot => ({
    row: Math.min(last.row, Math.max(0, to.row)),
    column: Math.min(last.column, Math.max(0, to.column)),
  })
  switch (key) {
    case 'ArrowUp':
      return within({ row: row - 1, column })
    case 'ArrowDown':
      return within({ row: row + 1, column })
    case 'ArrowLeft':
      return within({ row, column: column - 1 })
    case 'ArrowRight':
      return within({ row, column: column + 1 })
    case 'PageUp':
      return within({ row: row - PAGE_ROWS, column })
    case 'PageDown':
      return within({ row: row + PAGE_ROWS, column })
    case 'Home':
      return { row, column: 0 }
    case 'End':
      return { row, column: last.column }
    default:
      return undefined
  }
}

interface GridKeys {
  readonly grid: RefObject<HTMLElement | null>
  readonly rowCount: number
  readonly columnCount: number
  readonly isEditable: (cell: GridSpot) => boolean
  readonly onDelete: (cell: GridSpot) => void
  readonly onCopy: (cell: GridSpot) => void
  readonly onLand: (cell: GridSpot) => void
}

/** A grid of cells that is worked by keyboard as a spreadsheet is; one cell at a time is in the order of Tab. */
export function useGridKeys(asked: GridKeys) {
  const [at, setAt] = useState<GridSpot>({ row: 0, column: 0 })
  const [isEditing, setEditing] = useState(false)
  const focus = ({ row, column }: GridSpot) =>
    asked.grid.current?.querySelector<HTMLElement>(`[data-row="${row}"][data-column="${column}"]`)?.focus()
  const land = (cell: GridSpot) => {
    // Drawn and focused before the next key comes, or a key pressed quickly would start from the old cell.
    flushSync(() => {
      setAt(cell)
      setEditing(false)
    })
    asked.onLand(cell)
    focus(cell)
  }
  const cellOf = (target: EventTarget): GridSpot | undefined => {
    const cell = (target as HTMLElement).closest<HTMLElement>('[data-row]')
    return cell === null ? undefined : { row: Number(cell.dataset['row']), column: Number(cell.dataset['column']) }
  }
  const onKeyDown = (event: React.KeyboardEvent) => {
    const cell = cellOf(event.target)
    if (cell === undefined) return
    if (isEditing) {
      if (event.key !== 'Escape') return
      event.preventDefault()
      return land(cell)
    }
    const next = cellAfter(event.key, cell, asked.rowCount, asked.columnCount)
    if (next !== undefined) {
      event.preventDefault()
      return land(next)
    }
    if ((event.key === 'Enter' || event.key === 'F2') && asked.isEditable(cell)) {
      event.preventDefault()
      setAt(cell)
      return setEditing(true)
    }
    if (event.key === 'Delete') {
      event.preventDefault()
      return asked.onDelete(cell)
    }
    if (event.key === 'c' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault()
      asked.onCopy(cell)
    }
  }
  const onClick = (event: React.MouseEvent) => {
    const cell = cellOf(event.target)
    if (cell !== undefined && !(isEditing && cell.row === at.row && cell.column === at.column)) land(cell)
  }
  const onDoubleClick = (event: React.MouseEvent) => {
    const cell = cellOf(event.target)
    if (cell === undefined || !asked.isEditable(cell)) return
    setAt(cell)
    setEditing(true)
  }
  const isAt = ({ row, column }: GridSpot) =>
    row === Math.min(at.row, Math.max(0, asked.rowCount - 1)) && column === at.column
  return {
    handlers: { onKeyDown, onClick, onDoubleClick },
    isAt,
    isEditing: (cell: GridSpot) => isEditing && isAt(cell),
    leave: () => {
      setEditing(false)
      requestAnimationFrame(() => focus(at))
    },
  }
}
