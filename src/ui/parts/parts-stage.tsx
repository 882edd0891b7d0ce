'use client'

import { Bench } from './bench'
import { Shelf } from './shelf'

export function PartsStage() {
  return (
    <div className="grid gap-3 p-3 md:grid-cols-2 lg:h-full lg:grid-rows-[minmax(0,1fr)]">
      <Shelf />
      <Bench />
    </div>
  )
}
