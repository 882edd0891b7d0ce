'use client'

import { Tag, Trash2, X } from 'lucide-react'
import { useState } from 'react'
import { TAG_LENGTH, type BuildSummary } from '@/core/formats/api-types'
import { countOf } from '@/core/wording/text'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { notify } from '@/ui/shared/notices'
import { useAsk } from '@/ui/shared/use-ask'

interface ChosenProps {
  readonly chosen: readonly BuildSummary[]
  readonly known: readonly string[]
  readonly onClear: () => void
}

/** What can be done with several builds at once: a tag put on or taken off, all of them deleted. */
export function ChosenBar({ chosen, known, onClear }: ChosenProps) {
  const run = useAsk()
  const [tag, setTag] = useState('')
  const ids = chosen.map(({ id }) => id)
  const remove = () =>
    run(
      () => ask('/api/builds/deleted', postJson({ ids })),
      () => {
        onClear()
        notify(`${countOf(ids.length, 'build')} deleted.`, {
          action: { label: 'Undo', run: () => void run(() => ask('/api/builds/restored', postJson({ ids }))) },
        })
      },
    )
  const put = (word: string, isOn: boolean) =>
    run(
      () => ask('/api/builds/tags', postJson({ ids, tag: word, isOn })),
      () => setTag(''),
    )
  const worn = [...new Set(chosen.flatMap(({ tags }) => tags))]
  return (
    <section
      aria-label="Chosen builds"
      className="sticky top-2 z-10 flex flex-wrap items-center gap-2 rounded-xl border-2 border-woad bg-cloth px-4 py-2"
    >
      <strong aria-live="polite">{countOf(chosen.length, 'build')} chosen</strong>
      <form
        className="flex items-center gap-1"
        onSubmit={(event) => {
          event.preventDefault()
          if (tag.trim() !== '') void put(tag.trim(), true)
        }}
      >
        <input
          value={tag}
          maxLength={TAG_LENGTH}
          list="known-tags"
          placeholder="a tag, such as attic"
          aria-label="Tag for the chosen builds"
          onChange={(event) => setTag(event.target.value)}
          className="min-h-8 w-40 rounded-md border border-seam bg-linen px-2"
        />
        <datalist id="known-tags">
          {known.map((word) => (
            <option key={word} value={word} />
          ))}
        </datalist>
        <Button small type="submit" disabled={tag.trim() === ''}>
          <Tag size={14} aria-hidden /> Tag them
        </Button>
      </form>
      {worn.map((word) => (
        <Button
          key={word}
          small
          tone="quiet"
          aria-label={`Take the tag ${word} off`}
          onClick={() => void put(word, false)}
        >
          {word} <X size={13} aria-hidden />
        </Button>
      ))}
      <span className="grow" />
      <Button small onClick={() => void remove()}>
        <Trash2 size={14} aria-hidden /> Delete them
      </Button>
      <Button small tone="quiet" onClick={onClear}>
        Choose none
      </Button>
    </section>
  )
}
