import clsx from 'clsx'
import type { ComponentProps } from 'react'

const TONES = {
  act: 'border-woad bg-woad text-linen hover:brightness-110',
  plain: 'border-thread bg-cloth text-ink hover:border-seam',
  quiet: 'border-transparent bg-transparent text-ink hover:bg-weft',
  danger: 'border-madder bg-cloth text-madder hover:bg-madder-wash',
} as const

interface ButtonProps extends ComponentProps<'button'> {
  readonly tone?: keyof typeof TONES
  readonly small?: boolean
}

const shape = (small: boolean) =>
  clsx(
    'inline-flex items-center justify-center gap-1.5 rounded-md border font-medium whitespace-nowrap disabled:opacity-45 [&>svg]:shrink-0',
    // A thumb needs 44 px.
    'max-sm:min-h-[44px] max-sm:min-w-[44px] max-sm:shrink-0',
    small ? 'min-h-7 px-2 text-[13px]' : 'min-h-9 px-3',
  )

export function Button({ tone = 'plain', small = false, className, type = 'button', ...rest }: ButtonProps) {
  return <button type={type} className={clsx(shape(small), TONES[tone], className)} {...rest} />
}

/** The look of a button, for links that lead somewhere. */
export function buttonClass(tone: keyof typeof TONES = 'plain', small = false): string {
  return clsx(shape(small), TONES[tone])
}
