'use client'

import { CircleUserRound, LogOut, UsersRound } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { ask, postJson } from './api'
import { Button } from './button'
import { leaveFor } from './leave-for'
import { MENU_CLASS, MENU_ITEM_CLASS } from './menu'
import { useWho } from './who'

/**
 * Who looks and on which bench, with the way to others, to the account, and out; nothing where nobody signs in. Among many
 * other things in a row it is the mark alone where the page is not wide.
 */
export function WhoMenu({ isAmongMany = false }: { readonly isAmongMany?: boolean }) {
  const who = useWho()
  if (who === undefined) return null
  const { name, bench, benches } = who
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button tone="quiet" small title="Your bench and your account" className="max-w-56">
          <CircleUserRound size={17} aria-hidden />
          <span className={`truncate ${isAmongMany ? 'max-xl:sr-only' : 'max-sm:sr-only'}`}>
            {bench === undefined ? name : `${name}, ${bench.name}`}
          </span>
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className={MENU_CLASS}>
          {benches.length > 1 && (
            <>
              <DropdownMenu.Label className="px-2 py-1 text-[13px] text-faded">Work on</DropdownMenu.Label>
              <DropdownMenu.RadioGroup
                value={bench?.id ?? ''}
                onValueChange={(benchId) => void leaveFor('/', () => ask('/api/account/bench', postJson({ benchId })))}
              >
                {benches.map(({ id, name: benchName, role }) => (
                  <DropdownMenu.RadioItem key={id} value={id} className={MENU_ITEM_CLASS}>
                    <span className="w-3" aria-hidden>
                      {id === bench?.id ? '•' : ''}
                    </span>
                    {benchName}
                    <span className="text-[13px] text-faded">as {role}</span>
                  </DropdownMenu.RadioItem>
                ))}
              </DropdownMenu.RadioGroup>
              <DropdownMenu.Separator className="my-1 border-t border-thread" />
            </>
          )}
          {bench !== undefined && (
            <DropdownMenu.Item className={MENU_ITEM_CLASS} asChild>
              <a href="/bench">
                <UsersRound size={15} aria-hidden /> People of this bench
              </a>
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item className={MENU_ITEM_CLASS} asChild>
            <a href="/account">
              <CircleUserRound size={15} aria-hidden /> My account
            </a>
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={MENU_ITEM_CLASS}
            onSelect={() => void leaveFor('/sign-in', () => ask('/api/sign-out', { method: 'POST' }))}
          >
            <LogOut size={15} aria-hidden /> Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
