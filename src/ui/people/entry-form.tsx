'use client'

import { Eye, EyeOff } from 'lucide-react'
import { useId, useState, type ReactNode } from 'react'
import { useForm, type DefaultValues, type FieldValues, type Path, type UseFormRegisterReturn } from 'react-hook-form'
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

interface EntryFieldProps {
  readonly asked: Omit<Asked<FieldValues>, 'name' | 'leastLength'>
  readonly message: string | undefined
  readonly registered: UseFormRegisterReturn
}

/** One field with its name, hint and fault; what is typed into a password may be looked at. */
function EntryField({ asked, message, registered }: EntryFieldProps) {
  const { label, kind, autoComplete, hint, mostLength } = asked
  const id = useId()
  const [isShown, setIsShown] = useState(false)
  const says = [hint === undefined ? [] : `${id}-hint`, message === undefined ? [] : `${id}-fault`].flat()
  const Icon = isShown ? EyeOff : Eye
  return (
    <div>
      <label htmlFor={id} className="mb-0.5 block text-[14px] text-faded">
        {label}
      </label>
      <div className="flex gap-1">
        <input
          id={id}
          type={isShown ? 'text' : kind}
          autoComplete={autoComplete}
          maxLength={mostLength}
          autoCapitalize={kind === 'password' || autoComplete === 'username' ? 'none' : undefined}
          spellCheck={false}
          aria-invalid={message !== undefined}
          aria-describedby={says.length === 0 ? undefined : says.join(' ')}
          className={`${FIELD} max-sm:min-h-[44px]`}
          {...registered}
        />
        {kind === 'password' && (
          <Button
            tone="quiet"
            title={isShown ? 'Hide what is typed' : 'Show what is typed'}
            aria-label={`Show what is typed: ${label}`}
            aria-pressed={isShown}
            onClick={() => setIsShown(!isShown)}
          >
            <Icon size={17} aria-hidden />
          </Button>
        )}
      </div>
      {hint !== undefined && (
        <p id={`${id}-hint`} className="mt-0.5 text-[13px] text-faded">
          {hint}
        </p>
      )}
      {message !== undefined && (
        <p id={`${id}-fault`} className="mt-0.5 text-[13px] text-madder">
          {message}
        </p>
      )}
    </div>
  )
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
      {asked.map(({ name, leastLength = 1, ...field }) => (
        <EntryField
          key={name}
          asked={field}
          message={errors[name]?.message as string | undefined}
          registered={register(name, {
            required: `${field.label}: this is needed.`,
            minLength: { value: leastLength, message: `${field.label}: at least ${leastLength} signs.` },
          })}
        />
      ))}
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
