'use client'

import dynamic from 'next/dynamic'
import { Bench } from './bench'
import { useFinder } from './finder/finder-state'
import { useLightKinds } from './light-kinds/light-kinds-state'
import { usePackEditor } from './pack-editor-state'
import { useEditor } from '@/ui/focus/editor-job'
import { Shelf } from './shelf'

// Windows that most visits never open are fetched when they do.
const PartEditor = dynamic(() => import('./part-editor/editor-dialog').then((module) => module.PartEditor))
const FinderDialog = dynamic(() => import('./finder/finder-dialog').then((module) => module.FinderDialog))
const LightKindsDialog = dynamic(() =>
  import('./light-kinds/light-kinds-dialog').then((module) => module.LightKindsDialog),
)
const PackEditor = dynamic(() => import('./pack-editor').then((module) => module.PackEditor))

function Windows() {
  const isEditing = useEditor((state) => state.job !== null)
  const isFinding = useFinder((state) => state.job !== null)
  const isComparing = useLightKinds((state) => state.isOpen)
  const isPacking = usePackEditor((state) => state.job !== null)
  return (
    <>
      {isEditing && <PartEditor />}
      {isFinding && <FinderDialog />}
      {isComparing && <LightKindsDialog />}
      {isPacking && <PackEditor />}
    </>
  )
}

export function PartsStage() {
  return (
    <div className="grid gap-3 p-3 md:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] lg:h-full lg:grid-rows-[minmax(0,1fr)]">
      <Shelf />
      <Bench />
      <Windows />
    </div>
  )
}
