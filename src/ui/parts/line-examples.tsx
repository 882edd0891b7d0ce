'use client'

import { List } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { Button } from '@/ui/shared/button'
import { MENU_CLASS, MENU_ITEM_CLASS } from '@/ui/shared/menu'

/** A line of each sort of thing, as people say it; all of them are in the table of typed lines. */
const EXAMPLES = [
  'mid tower',
  'board 4 fan headers 1A, 2 argb, 1 rgb 12v, 2 usb2',
  '550w, 3 cables sata 3, 1 peripheral 2',
  '240 aio, 2 fans 0.35A, pump 3 pin',
  '3 fans 140 4-pin 0.3A 500mm, argb 18 leds chain',
  'strip argb 60 leds/m 0.5m',
  'splitter 3 legs 200mm',
  'powered hub 8 ports sata 4.5A',
  'controller 4 fan outlets, 2 argb, usb, sata',
] as const

/** Lines to start from, one press away. */
export function LineExamples({ onPick }: { readonly onPick: (line: string) => void }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button tone="quiet" small>
          <List size={15} aria-hidden /> Examples
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className={MENU_CLASS} onCloseAutoFocus={(event) => event.preventDefault()}>
          {EXAMPLES.map((line) => (
            <DropdownMenu.Item key={line} className={MENU_ITEM_CLASS} onSelect={() => onPick(line)}>
              {line}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
