import { create as createCode } from 'qrcode'
import { useMemo } from 'react'

/** The squares of a QR code (ISO/IEC 18004) as one path, a unit a square. */
export function codePath(text: string): { readonly path: string; readonly size: number } {
  const { modules } = createCode(text, { errorCorrectionLevel: 'L' })
  const { size } = modules
  const rows = Array.from({ length: size }, (_, y) => y)
  const path = rows
    .flatMap((y) => rows.flatMap((x) => (modules.get(y, x) === 0 ? [] : [`M${x} ${y}h1v1h-1z`])))
    .join('')
  return { path, size }
}

interface QrCodeProps {
  readonly text: string
  readonly label: string
  readonly className?: string
}

/** A text as a code for a phone: black on white whatever the room is like, with the four squares around it that readers need. */
export function QrCode({ text, label, className }: QrCodeProps) {
  const { path, size } = useMemo(() => codePath(text), [text])
  return (
    <svg viewBox={`-4 -4 ${size + 8} ${size + 8}`} role="img" aria-label={label} className={className}>
      <rect x={-4} y={-4} width={size + 8} height={size + 8} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  )
}
