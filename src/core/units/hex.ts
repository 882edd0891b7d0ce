const MOST = 255

interface Shares {
  readonly red: number
  readonly green: number
  readonly blue: number
}

/** A colour of shares from 0 to 1 as three pairs of hexadecimal digits, such as `ff8000`. */
export const hexOf = ({ red, green, blue }: Shares): string =>
  [red, green, blue]
    .map((share) =>
      Math.round(share * MOST)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')

/** The shares of three pairs of hexadecimal digits; undefined where it is none. */
export function sharesOfHex(text: string): Shares | undefined {
  if (!/^[0-9a-f]{6}$/i.test(text)) return undefined
  const [red, green, blue] = [0, 2, 4].map((from) => Number.parseInt(text.slice(from, from + 2), 16) / MOST)
  return { red: red!, green: green!, blue: blue! }
}
