'use client'

import { Plus, X } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useFieldArray, useWatch } from 'react-hook-form'
import type { RelationField } from '@/core/parts/field-kit'
import { RELATION_FORMS, RELATION_TYPES } from '@/core/parts/relation-fields'
import type { Relation } from '@/core/parts/schema'
import { Button } from '@/ui/shared/button'
import { MENU_CLASS, MENU_ITEM_CLASS } from '@/ui/shared/menu'
import { freeId } from '@/core/parts/short/copy-port'
import type { Form } from './form'
import { Blank } from './relation-blank'

/** Asked at once, filled or not: what a label or a manual nearly always says. */
const SHOWN_FIRST = ['ratedAmps', 'mostAmps', 'addressedLedCount', 'rail']

const holdsSomething = (value: unknown) => value !== undefined && value !== null && value !== ''

function valueAt(node: unknown, key: string): unknown {
  return key.split('.').reduce<unknown>((holder, name) => (holder as Record<string, unknown> | undefined)?.[name], node)
}

interface CardProps {
  readonly form: Form
  readonly index: number
  readonly onRemove: () => void
}

function RelationCard({ form, index, onRemove }: CardProps) {
  const relation = useWatch({ control: form.control, name: `inside.${index}` })
  const { title, meaning, fields } = RELATION_FORMS[relation.type]
  const isShown = (field: RelationField) =>
    field.isNeeded === true ||
    field.fill === 'ports' ||
    SHOWN_FIRST.includes(field.key) ||
    holdsSomething(valueAt(relation, field.key))
  const [shown, others] = [fields.filter(isShown), fields.filter((field) => !isShown(field))]
  const blanks = (list: readonly RelationField[]) =>
    list.map((field) => (
      <Blank key={field.key} form={form} path={`inside.${index}.${field.key}`} field={field} type={relation.type} />
    ))
  return (
    <li className="rounded-lg border border-thread bg-linen px-3 py-2">
      <div className="flex items-baseline gap-2">
        <h4 className="shrink-0 font-semibold">{title}</h4>
        <p className="min-w-0 grow truncate text-[13px] text-faded" title={meaning}>
          {meaning}
        </p>
        <Button tone="quiet" small aria-label={`Remove: ${title}`} onClick={onRemove}>
          <X size={14} aria-hidden />
        </Button>
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1.5">{blanks(shown)}</div>
      {others.length > 0 && (
        <details className="mt-1">
          <summary className="cursor-pointer text-[13px] text-woad">More that a manual may say</summary>
          <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1.5">{blanks(others)}</div>
        </details>
      )}
    </li>
  )
}

/** A new relation with nothing in it but what it cannot be without. */
function emptyRelation(type: Relation['type'], inside: readonly Relation[]): Relation {
  const named = inside.filter((relation): relation is Extract<Relation, { readonly id: string }> => 'id' in relation)
  const blank: Record<string, unknown> = { type }
  if (type === 'motor' || type === 'light' || type === 'draw' || type === 'sensor') blank['id'] = freeId(type, named)
  for (const { key, fill } of RELATION_FORMS[type].fields) if (fill === 'ports' || fill === 'wires') blank[key] = []
  if (type === 'drives') blank['together'] = false
  return blank as unknown as Relation
}

interface SectionProps {
  readonly form: Form
  readonly title: string
  readonly hint: string
  readonly types: readonly Relation['type'][]
  readonly addWord: string
}

function Section({ form, title, hint, types, addWord }: SectionProps) {
  const inside = useFieldArray({ control: form.control, name: 'inside' })
  const add = (type: Relation['type']) =>
    inside.append(emptyRelation(type, form.getValues('inside') as readonly Relation[]) as never)
  return (
    <section aria-label={title}>
      <div className="mb-1 flex items-center gap-3">
        <h3 className="font-display font-semibold">{title}</h3>
        <p className="grow text-[13px] text-faded">{hint}</p>
        {types.length === 1 ? (
          <Button small onClick={() => add(types[0]!)}>
            <Plus size={14} aria-hidden /> {addWord}
          </Button>
        ) : (
          <DropdownMenu.Root>
            <DropdownMenu.Trigger asChild>
              <Button small>
                <Plus size={14} aria-hidden /> {addWord}
              </Button>
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content align="end" className={`max-h-80 w-72 overflow-y-auto ${MENU_CLASS}`}>
                {types.map((type) => (
                  <DropdownMenu.Item key={type} onSelect={() => add(type)} className={MENU_ITEM_CLASS}>
                    <span>
                      <span className="block font-semibold">{RELATION_FORMS[type].title}</span>
                      <span className="block text-[13px] leading-tight text-faded">{RELATION_FORMS[type].meaning}</span>
                    </span>
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        )}
      </div>
      <ul className="space-y-1.5">
        {inside.fields.map((field, index) =>
          types.includes(field.type) ? (
            <RelationCard key={field.id} form={form} index={index} onRemove={() => inside.remove(index)} />
          ) : null,
        )}
      </ul>
    </section>
  )
}

const OTHER_TYPES = RELATION_TYPES.filter((type) => type !== 'limit')

/** What happens between the plugs of a part, sentence by sentence, and what the manual allows. */
export function RelationsSection({ form }: { readonly form: Form }) {
  return (
    <>
      <Section
        form={form}
        title="What is inside"
        hint="What happens between its plugs."
        types={OTHER_TYPES}
        addWord="Add"
      />
      <Section
        form={form}
        title="Limits"
        hint="From the manual; empty is unknown."
        types={['limit']}
        addWord="Add a limit"
      />
    </>
  )
}
