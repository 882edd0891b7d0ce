/**
 * What runs inside the sheet that is one file: it ticks, takes values and notes, keeps them in the browser that opened it,
 * and gives them back as a file. It stands alone: tools/generate.ts makes one text of it, and the file carries that.
 */
import type { Entry, What } from '@/core/record/entry-schema'
import { TICKS_FORMAT } from '@/core/record/limits'

/** What the file says of itself, as data in it. */
export interface SheetData {
  readonly machineId: string
  readonly machineName: string
  readonly planName: string
  readonly planRevision: number
  /** Steps that were done already when the sheet was written out. */
  readonly done: readonly string[]
}

const data = JSON.parse(document.getElementById('sheet-data')!.textContent!) as SheetData
const KEY = `gentle-loom sheet ${data.machineId}`
const status = document.getElementById('sheet-status')!
const notes = document.getElementById('sheet-notes')!
const by = document.querySelector<HTMLInputElement>('#sheet-by')!
const boxes = [...document.querySelectorAll<HTMLInputElement>('input[data-work]')]
const fields = [...document.querySelectorAll<HTMLInputElement>('input[data-item]')]

let keepsAll = true
function load(): readonly Entry[] {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '[]') as unknown
    return Array.isArray(kept) ? (kept as readonly Entry[]) : []
  } catch {
    keepsAll = false
    return []
  }
}
let entries = load()
let givenCount = 0

function tell(): void {
  const doneCount = boxes.filter((box) => box.checked).length
  const open = entries.length - givenCount
  const kept = keepsAll
    ? 'Kept in this browser.'
    : 'This browser keeps nothing for a file: save the ticks before you close it.'
  const toGive = open === 0 ? 'Nothing new to give back.' : `${open} ${open === 1 ? 'line' : 'lines'} to give back.`
  status.textContent = `${doneCount} of ${boxes.length} steps done. ${toGive} ${kept}`
}

function write(what: What): void {
  const writer = by.value.trim()
  const entry: Entry = {
    id: crypto.randomUUID(),
    at: new Date(Math.max(Date.now(), Date.parse(entries.at(-1)?.at ?? '') + 1 || 0)).toISOString(),
    ...(writer === '' ? {} : { by: writer }),
    what,
  }
  entries = [...entries, entry]
  try {
    localStorage.setItem(KEY, JSON.stringify(entries))
  } catch {
    keepsAll = false
  }
  show()
}

/** The page as all that was written makes it. */
function show(): void {
  const done = new Set(data.done)
  for (const { what } of entries) {
    if (what.kind !== 'tick') continue
    if (what.isDone) done.add(what.workId)
    else done.delete(what.workId)
  }
  for (const box of boxes) box.checked = done.has(box.dataset['work']!)
  for (const field of fields) {
    const last = entries.findLast(
      ({ what }) =>
        what.kind === 'speed' &&
        what.about.itemId === field.dataset['item'] &&
        what.about.portId === field.dataset['port'],
    )
    if (last?.what.kind === 'speed' && document.activeElement !== field) field.value = String(last.what.valueRpm)
  }
  notes.replaceChildren(
    ...entries.flatMap(({ what }) => {
      if (what.kind !== 'note') return []
      const line = document.createElement('li')
      line.textContent = what.text
      return [line]
    }),
  )
  tell()
}

for (const box of boxes) {
  box.addEventListener('change', () => write({ kind: 'tick', workId: box.dataset['work']!, isDone: box.checked }))
}
for (const field of fields) {
  field.addEventListener('change', () => {
    const value = Number(field.value.replace(',', '.'))
    const isValue = field.value.trim() !== '' && value >= 0 && value <= Number(field.dataset['most'])
    field.setCustomValidity(isValue ? '' : `0 to ${field.dataset['most']} rpm`)
    if (!isValue) return void field.reportValidity()
    const about = { itemId: field.dataset['item']!, portId: field.dataset['port']! }
    write({ kind: 'speed', about, valueRpm: value })
  })
}
document.getElementById('sheet-note')!.addEventListener('submit', (event) => {
  event.preventDefault()
  const field = document.querySelector<HTMLInputElement>('#sheet-note-text')!
  const text = field.value.trim()
  if (text === '') return
  field.value = ''
  write({ kind: 'note', text })
})
document.getElementById('sheet-give')!.addEventListener('click', () => {
  const { done: _, ...about } = data
  const file = { format: TICKS_FORMAT, version: 1, ...about, entries }
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' }))
  link.download = `${data.machineName} ticks.json`
  link.click()
  givenCount = entries.length
  tell()
})
show()
