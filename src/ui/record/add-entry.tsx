'use client'

import { useForm } from 'react-hook-form'
import type { What } from '@/core/record/entry-schema'
import { RECORD_LIMITS } from '@/core/record/limits'
import { Button } from '@/ui/shared/button'
import { FIELD, Field } from '@/ui/shared/field'
import { ItemOptions } from './item-options'
import { useMachine } from './machine-context'

/** What is written down by hand, each with the fields that it has; `about` is a thing, `port` a port that gives. */
const SORTS = {
  note: { name: 'A note', first: 'What', about: true },
  leftover: { name: 'Something left over', first: 'What is left over', second: 'Where it is kept' },
  program: {
    name: 'A program that is installed',
    first: 'Its exact title',
    second: 'Version',
    third: 'Firmware it gave a box',
  },
  usb: { name: 'A USB place that was tried', about: false },
  fault: { name: 'A fault that was found', first: 'What was wrong', second: 'How it was found', about: true },
} as const
type Sort = keyof typeof SORTS
const NAMES = Object.keys(SORTS) as readonly Sort[]

interface Form {
  sort: Sort
  first: string
  second: string
  third: string
  about: string
  port: string
  isSeen: 'yes' | 'no'
}
const EMPTY = { first: '', second: '', third: '', about: '', port: '', isSeen: 'yes' } as const

const stated = <K extends string>(key: K, text: string): { readonly [key in K]?: string } =>
  text.trim() === '' ? {} : ({ [key]: text.trim() } as { readonly [key in K]: string })

function whatOf({ sort, first, second, third, about, port, isSeen }: Form): What {
  const of = about === '' ? {} : { about: { itemId: about } }
  switch (sort) {
    case 'note':
      return { kind: 'note', text: first.trim(), ...of }
    case 'leftover':
      return { kind: 'leftover', what: first.trim(), keptWhere: second.trim() }
    case 'program':
      return { kind: 'program', name: first.trim(), ...stated('version', second), ...stated('firmware', third) }
    case 'usb': {
      const [itemId = '', portId = ''] = port.split(' ')
      return { kind: 'usb', at: { itemId, portId }, isSeen: isSeen === 'yes' }
    }
    case 'fault':
      return { kind: 'fault', what: first.trim(), found: second.trim(), ...of }
    default:
      return sort satisfies never
  }
}

/** Writes down what has no place of its own: notes, leftovers, programs, USB places tried, faults found. */
export function AddEntry() {
  const { built, work, write } = useMachine()
  const { register, handleSubmit, watch, reset } = useForm<Form>({ defaultValues: { sort: 'note', ...EMPTY } })
  const sort = watch('sort')
  const fields: {
    readonly first?: string
    readonly second?: string
    readonly third?: string
    readonly about?: boolean
  } = SORTS[sort]
  const isTitle = sort === 'program'
  const most = isTitle ? RECORD_LIMITS.machineNameLength : RECORD_LIMITS.lineLength
  const titles = work.flatMap(({ task }) => (task.does === 'install' && task.name !== undefined ? [task.name] : []))
  const usbPorts = built.ports.filter(({ port }) => port.side === 'gives' && port.connector.family.startsWith('usb'))
  const keep = handleSubmit((form) => {
    write(whatOf(form))
    reset({ ...EMPTY, sort: form.sort })
  })
  return (
    <form
      onSubmit={(event) => void keep(event)}
      className="space-y-2 rounded-lg border border-thread bg-cloth p-3 print:hidden"
    >
      <h3 className="font-display font-semibold">Write something down</h3>
      <div className="grid gap-3 sm:grid-cols-2">
        <Field label="Sort">
          <select {...register('sort')} className={FIELD}>
            {NAMES.map((name) => (
              <option key={name} value={name}>
                {SORTS[name].name}
              </option>
            ))}
          </select>
        </Field>
        {fields.first !== undefined && (
          <Field label={fields.first}>
            <input
              {...register('first', { validate: (text) => text.trim() !== '' })}
              required
              maxLength={most}
              list={isTitle ? 'program-titles' : undefined}
              className={FIELD}
            />
          </Field>
        )}
        {isTitle && (
          <datalist id="program-titles">
            {titles.map((title) => (
              <option key={title} value={title} />
            ))}
          </datalist>
        )}
        {fields.second !== undefined && (
          <Field label={fields.second}>
            <input
              {...register('second', { validate: (text) => isTitle || text.trim() !== '' })}
              required={!isTitle}
              maxLength={isTitle ? RECORD_LIMITS.serialLength : most}
              className={FIELD}
            />
          </Field>
        )}
        {fields.third !== undefined && (
          <Field label={fields.third}>
            <input {...register('third')} maxLength={RECORD_LIMITS.serialLength} className={FIELD} />
          </Field>
        )}
        {fields.about === true && (
          <Field label="Of which thing, if of one">
            <select {...register('about')} className={FIELD}>
              <option value="">the machine as a whole</option>
              <ItemOptions />
            </select>
          </Field>
        )}
        {sort === 'usb' && (
          <>
            <Field label="Where it was plugged">
              <select {...register('port', { required: true })} required className={FIELD}>
                <option value="">choose …</option>
                {usbPorts.map(({ ref }) => (
                  <option key={`${ref.itemId} ${ref.portId}`} value={`${ref.itemId} ${ref.portId}`}>
                    {built.name(ref)}
                  </option>
                ))}
              </select>
            </Field>
            <Field label="Is its box seen there?">
              <select {...register('isSeen')} className={FIELD}>
                <option value="yes">yes</option>
                <option value="no">no</option>
              </select>
            </Field>
          </>
        )}
      </div>
      <Button tone="act" type="submit">
        Write it down
      </Button>
    </form>
  )
}
