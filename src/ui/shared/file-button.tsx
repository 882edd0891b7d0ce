'use client'

import { FileUp } from 'lucide-react'
import { useRef, type ReactNode, type RefObject } from 'react'
import { Button } from './button'

interface FileInputProps {
  /** What the file is, for those who hear the page. */
  readonly label: string
  readonly accept: string
  readonly onFile: (file: File) => void
}

/** The field behind whatever asks for a file; the same file may be chosen again. */
export function FileInput({
  field,
  label,
  accept,
  onFile,
}: FileInputProps & { readonly field: RefObject<HTMLInputElement | null> }) {
  return (
    <input
      ref={field}
      type="file"
      accept={accept}
      aria-label={label}
      className="hidden"
      onChange={(event) => {
        const file = event.target.files?.[0]
        event.target.value = ''
        if (file !== undefined) onFile(file)
      }}
    />
  )
}

/** A button that asks for a file. */
export function FileButton({
  small = false,
  children,
  ...rest
}: FileInputProps & { readonly small?: boolean; readonly children: ReactNode }) {
  const field = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button small={small} onClick={() => field.current?.click()}>
        <FileUp size={small ? 14 : 17} aria-hidden /> {children}
      </Button>
      <FileInput field={field} {...rest} />
    </>
  )
}
