import { useState, type RefObject } from 'react'
import { flushSync } from 'react-dom'

export interface Place {
  readonly row: number
  readonly column: number
}

const PAGE_ROWS = 15

/** Where a key leads from a cell; undefined where it leads nowhere. */
export function placeAfter(
  key: string,
  { row, column }: Place,
  rowCount: number,
  columnCount: number,
): Place | undefined {
  const last = { row: rowCount - 1, column: columnCount - 1 }
  const within = (to: Place): Place => ({
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
  readonly isEditable: (place: Place) => boolean
  readonly onDelete: (place: Place) => void
  readonly onCopy: (place: Place) => void
  readonly onLand: (place: Place) => void
}

/** A grid of cells that is worked by keyboard as a spreadsheet is; one cell at a time is in the order of Tab. */
export function useGridKeys(asked: GridKeys) {
  const [at, setAt] = useState<Place>({ row: 0, column: 0 })
  const [isEditing, setEditing] = useState(false)
  const focus = ({ row, column }: Place) =>
    asked.grid.current?.querySelector<HTMLElement>(`[data-row="${row}"][data-column="${column}"]`)?.focus()
  const land = (place: Place) => {
    // Drawn and focused before the next key comes, or a key pressed quickly would start from the old cell.
    flushSync(() => {
      setAt(place)
      setEditing(false)
    })
    asked.onLand(place)
    focus(place)
  }
  const placeOf = (target: EventTarget): Place | undefined => {
    const cell = (target as HTMLElement).closest<HTMLElement>('[data-row]')
    return cell === null ? undefined : { row: Number(cell.dataset['row']), column: Number(cell.dataset['column']) }
  }
  const onKeyDown = (event: React.KeyboardEvent) => {
    const place = placeOf(event.target)
    if (place === undefined) return
    if (isEditing) {
      if (event.key !== 'Escape') return
      event.preventDefault()
      return land(place)
    }
    const next = placeAfter(event.key, place, asked.rowCount, asked.columnCount)
    if (next !== undefined) {
      event.preventDefault()
      return land(next)
    }
    if ((event.key === 'Enter' || event.key === 'F2') && asked.isEditable(place)) {
      event.preventDefault()
      setAt(place)
      return setEditing(true)
    }
    if (event.key === 'Delete') {
      event.preventDefault()
      return asked.onDelete(place)
    }
    if (event.key === 'c' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault()
      asked.onCopy(place)
    }
  }
  const onClick = (event: React.MouseEvent) => {
    const place = placeOf(event.target)
    if (place !== undefined && !(isEditing && place.row === at.row && place.column === at.column)) land(place)
  }
  const onDoubleClick = (event: React.MouseEvent) => {
    const place = placeOf(event.target)
    if (place === undefined || !asked.isEditable(place)) return
    setAt(place)
    setEditing(true)
  }
  const isAt = ({ row, column }: Place) =>
    row === Math.min(at.row, Math.max(0, asked.rowCount - 1)) && column === at.column
  return {
    handlers: { onKeyDown, onClick, onDoubleClick },
    isAt,
    isEditing: (place: Place) => isEditing && isAt(place),
    leave: () => {
      setEditing(false)
      requestAnimationFrame(() => focus(at))
    },
  }
}
