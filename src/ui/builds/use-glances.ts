'use client'

import { useEffect, useState } from 'react'
import type { Glance } from '@/core/export/glance'
import type { BuildSummary } from '@/core/formats/api-types'
import { ask, postJson } from '@/ui/shared/api'

interface Answer {
  readonly glances: Readonly<Record<string, Glance>>
  readonly isMore: boolean
}

const keyOf = ({ id, revision }: BuildSummary) => `${id} ${revision}`

/** What the server says of the listed builds at a glance, as it comes; asked again until it has told of all. */
export function useGlances(rows: readonly BuildSummary[]): (build: BuildSummary) => Glance | undefined {
  const [known, setKnown] = useState<ReadonlyMap<string, Glance>>(new Map())
  const wanted = rows.map(keyOf).join('\n')
  useEffect(() => {
    let isOver = false
    const look = async (list: readonly BuildSummary[]): Promise<void> => {
      if (list.length === 0) return
      // Without an answer the list is whole all the same, only without verdicts.
      const answer = await ask<Answer>('/api/builds/glances', postJson({ ids: list.map(({ id }) => id) })).catch(
        () => undefined,
      )
      if (answer === undefined || isOver) return
      const told = list.flatMap((build) => {
        const glance = answer.glances[build.id]
        return glance === undefined ? [] : [[keyOf(build), glance] as const]
      })
      setKnown((before) => new Map([...before, ...told]))
      if (answer.isMore && told.length > 0) await look(list.filter((build) => answer.glances[build.id] === undefined))
    }
    void look(rows)
    return () => {
      isOver = true
    }
    // The rows are new objects at each painting; what they are is in the text.
  }, [wanted])
  return (build) => known.get(keyOf(build))
}
