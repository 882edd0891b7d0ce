'use client'

import { useId, useState, type ReactNode } from 'react'
import { useForm, type DefaultValues, type FieldValues, type Path } from 'react-hook-form'
import { Button } from '@/ui/shared/button'
import { FIELD } from '@/ui/shared/field'

interface Asked<V extends FieldValues> {
  readonly name: Path<V>
  readonly label: string
  readonly kind: 'text' | 'password'
  /** What a password manager takes it for. */
  readonly autoComplete: string
  readonly hint?: string
  readonly leastLength?: number
  readonly mostLength: number
}

interface EntryFormProps<V extends FieldValues> {
  readonly asked: readonly Asked<V>[]
  readonly action: string
  readonly tone?: 'act' | 'danger'
  readonly initial?: DefaultValues<V>
  /** Rejects with the sentence that is shown. */
  readonly onDone: (values: V) => Promise<unknown>
  readonly children?: ReactNode
}

/** A few fields and what is done with them; what was refused is said above the button, and read out. */
export function EntryForm<V extends FieldValues>({
  asked,
  action,
  tone = 'act',
  initial,
  onDone,
  children,
}: EntryFormProps<V>) {
  const id = useId()
  const { register, handleSubmit, formState, reset } = useForm<V>(
    initial === undefined ? {} : { defaultValues: initial },
  )
  const [fault, setFault] = useState('')
  const { errors, isSubmitting } = formState
  const submit = handleSubmit(async (values) => {
    setFault('')
    try {
      await onDone(values)
      reset(undefined, { keepDefaultValues: true })
    } catch (error) {
      setFault((error as Error).message.replace(/^At \/[^:]*: /, ''))
    }
  })
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="space-y-3">
      {asked.map(({ name, label, kind, autoComplete, hint, leastLength = 1, mostLength }) => {
        const message = errors[name]?.message
        const says = [
          hint === undefined ? [] : `${id}-${name}-hint`,
          message === undefined ? [] : `${id}-${name}-fault`,
        ].flat()
        return (
          <div key={name}>
            <label htmlFor={`${id}-${name}`} className="mb-0.5 block text-[14px] text-faded">
              {label}
            </label>
            <input
              id={`${id}-${name}`}
              type={kind}
              autoComplete={autoComplete}
              maxLength={mostLength}
              aria-invalid={message !== undefined}
              aria-describedby={says.length === 0 ? undefined : says.join(' ')}
              className={`${FIELD} max-sm:min-h-[44px]`}
              {...register(name, {
                required: `${label}: this is needed.`,
                minLength: { value: leastLength, message: `${label}: at least ${leastLength} signs.` },
              })}
            />
            {hint !== undefined && (
              <p id={`${id}-${name}-hint`} className="mt-0.5 text-[13px] text-faded">
                {hint}
              </p>
            )}
            {message !== undefined && (
              <p id={`${id}-${name}-fault`} className="mt-0.5 text-[13px] text-madder">
                {String(message)}
              </p>
            )}
          </div>
        )
      })}
      <p role="alert" className="text-madder empty:hidden">
        {fault}
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <Button type="submit" tone={tone} disabled={isSubmitting}>
          {action}
        </Button>
        {children}
      </div>
    </form>
  )
}
