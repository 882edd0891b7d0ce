'use client'

import { useState } from 'react'
import { matchReadings, seenOf, type Matched } from '@/core/bench/match-readings'
import type { Value } from '@/core/bench/sight'
import type { Rehearsal } from '@/core/bench/simulate'
import { MOST_CHARACTERS, readSensors, type SensorReading } from '@/core/formats/sensor-listing'
import { VALUE_WORDS } from '@/core/wording/bench-text'
import { countOf } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { FileButton } from '@/ui/shared/file-button'
import { SELECT } from '@/ui/shared/select-class'
import { useBench } from './bench-state'

const OF_NONE = 'none'

interface RowsProps {
  readonly rehearsal: Rehearsal
  readonly matched: readonly Matched[]
  readonly seen: ReadonlyMap<string, Value>
}

/** Each speed with the header it is of, and how it looks there. */
function Rows({ rehearsal, matched, seen }: RowsProps) {
  const know = useBench((state) => state.know)
  const known = useBench((state) => state.known)
  const headers = rehearsal.sights.filter(({ kind }) => kind === 'reading')
  return (
    <table className="w-full text-[14px]">
      <thead className="text-left text-[13px] text-faded">
        <tr>
          <th scope="col" className="py-1 font-normal">
            name there
          </th>
          <th scope="col" className="px-2 text-right font-normal">
            rpm
          </th>
          <th scope="col" className="font-normal">
            is of
          </th>
          <th scope="col" className="font-normal">
            and so
          </th>
        </tr>
      </thead>
      <tbody>
        {matched.map(({ name, rpm, sight }) => {
          const value = sight === undefined ? undefined : seen.get(sight.key)
          return (
            <tr key={name} className="border-t border-thread">
              <th scope="row" className="py-1 pr-2 text-left font-normal break-all">
                {name}
              </th>
              <td className="px-2 text-right">{rpm}</td>
              <td className="pr-2">
                <select
                  aria-label={`${name} is of`}
                  className={`${SELECT} max-w-40`}
                  value={sight?.key ?? (known.get(name) === null ? OF_NONE : '')}
                  onChange={({ target }) => know(name, target.value === OF_NONE ? null : target.value)}
                >
                  <option value="" disabled>
                    which header?
                  </option>
                  {headers.map(({ key, at }) => (
                    <option key={key} value={key}>
                      {rehearsal.harness.name(at)}
                    </option>
                  ))}
                  <option value={OF_NONE}>none of these</option>
                </select>
              </td>
              <td className={value !== undefined && value !== 'asPlanned' ? 'font-semibold text-madder' : ''}>
                {value === undefined ? '' : VALUE_WORDS.reading[value]}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** Speeds pasted or read from a file, matched to headers once, and taken as seen. */
export function Readings({ rehearsal }: { readonly rehearsal: Rehearsal }) {
  const [text, setText] = useState('')
  const [readings, setReadings] = useState<readonly SensorReading[]>([])
  const [fault, setFault] = useState<string | undefined>(undefined)
  const known = useBench((state) => state.known)
  const seeAll = useBench((state) => state.seeAll)
  const read = (content: string) => {
    try {
      setReadings(readSensors(content))
      setFault(undefined)
    } catch (error) {
      setReadings([])
      setFault(error instanceof Error ? error.message : String(error))
    }
  }
  const ofFile = async (file: File) => {
    // One that is too large is not even taken into memory.
    if (file.size > 4 * MOST_CHARACTERS) return setFault(`${file.name} is larger than a listing of sensors ever is.`)
    const content = await file.text()
    setText(content)
    read(content)
  }
  const matched = matchReadings(rehearsal, readings, known)
  const seen = seenOf(rehearsal, matched)
  const openCount = matched.filter(({ sight, name }) => sight === undefined && known.get(name) !== null).length
  return (
    <details className="rounded-lg border border-thread bg-cloth p-3">
      <summary className="cursor-pointer font-semibold">Read the speeds from your sensors</summary>
      <div className="mt-2 space-y-2">
        <label className="block">
          <span className="mb-1 block text-[14px] text-faded">
            Paste what your sensors say: on Linux the output of “sensors -j”, elsewhere lines of name,rpm.
          </span>
          <textarea
            value={text}
            rows={4}
            spellCheck={false}
            placeholder={'SYS1,812\nSYS2,0'}
            onChange={({ target }) => setText(target.value)}
            className="w-full rounded-md border border-seam bg-linen p-2 text-[14px]"
          />
        </label>
        <div className="flex flex-wrap gap-2">
          <Button tone="act" disabled={text.trim() === ''} onClick={() => read(text)}>
            Read it
          </Button>
          <FileButton label="A listing of sensors" accept=".json,.csv,.txt" onFile={(file) => void ofFile(file)}>
            From a file
          </FileButton>
        </div>
        {fault !== undefined && (
          <p role="alert" className="text-madder">
            {fault}
          </p>
        )}
        {matched.length > 0 && (
          <>
            <Rows rehearsal={rehearsal} matched={matched} seen={seen} />
            <div className="flex flex-wrap items-center gap-3">
              <Button tone="act" disabled={seen.size === 0} onClick={() => seeAll(seen)}>
                Take these as seen
              </Button>
              <span role="status" className="text-[14px] text-faded">
                {countOf(seen.size, 'header')} told
                {openCount > 0 && `; ${countOf(openCount, 'name')} nobody knows yet: say which header it is`}
              </span>
            </div>
          </>
        )}
      </div>
    </details>
  )
}
