import { parseTree, printParseErrorCode, type ParseError } from 'jsonc-parser'
import { LoomError } from '../errors'
import { cut } from '../units/cut'
import { LIMITS } from '../schema/schema-kit'

function placeOf(text: string, offset: number): string {
  const before = text.slice(0, offset)
  const line = before.split('\n').length
  return `line ${line}, column ${offset - before.lastIndexOf('\n')}`
}

/** The end of the text in double quotes that begins at an offset: the offset of its last quote, or of the text's end. */
function endOfString(text: string, start: number): number {
  let at = start + 1
  while (at < text.length && text[at] !== '"') at += text[at] === '\\' ? 2 : 1
  return at
}

interface Structure {
  /** The offset at which brackets nest deeper than the format ever does. */
  readonly deepAt?: number
  /** The first key that stands twice in one object. JSON readers keep the last of the two without a word. */
  readonly twice?: { readonly at: number; readonly key: string }
}

/** Looks through brackets and keys without recursion; what is no JSON is for the parser to say. */
function structureOf(text: string): Structure {
  /** The keys seen in each object that is open, and nothing for a list. */
  const open: (Set<string> | undefined)[] = []
  let twice: Structure['twice']
  let isKeyNext = false
  for (let at = 0; at < text.length; at += 1) {
    const char = text[at]
    if (char === '"') {
      const end = endOfString(text, at)
      const keys = open.at(-1)
      if (isKeyNext && keys !== undefined) {
        const raw = text.slice(at + 1, end)
        const key = raw.includes('\\') ? unescaped(raw) : raw
        if (keys.has(key)) twice ??= { at, key }
        keys.add(key)
        isKeyNext = false
      }
      at = end
    } else if (char === '{' || char === '[') {
      open.push(char === '{' ? new Set() : undefined)
      isKeyNext = char === '{'
      if (open.length > LIMITS.nestingDepth) return { deepAt: at }
    } else if (char === '}' || char === ']') open.pop()
    else if (char === ',') isKeyNext = open.at(-1) !== undefined
  }
  return twice === undefined ? {} : { twice }
}

function unescaped(raw: string): string {
  try {
    return JSON.parse(`"${raw}"`) as string
  } catch {
    return raw
  }
}

const IN_WORDS: Readonly<Record<string, string>> = {
  InvalidSymbol: 'a word that JSON does not know',
  InvalidNumberFormat: 'a number written in a way JSON does not know',
  PropertyNameExpected: 'a property name in double quotes is expected',
  ValueExpected: 'a value is expected',
  ColonExpected: 'a colon is expected',
  CommaExpected: 'a comma is expected',
  CloseBraceExpected: 'a closing brace } is expected',
  CloseBracketExpected: 'a closing bracket ] is expected',
  EndOfFileExpected: 'the file should end',
  InvalidCommentToken: 'JSON has no comments',
  UnexpectedEndOfComment: 'JSON has no comments',
  UnexpectedEndOfString: 'a text is not closed with a double quote',
  InvalidUnicode: 'a broken \\u code',
  InvalidEscapeCharacter: 'a backslash before a character that takes none',
  InvalidCharacter: 'a character that may not stand here',
}

function notJson(text: string): LoomError {
  const errors: ParseError[] = []
  parseTree(text, errors, { allowTrailingComma: false, disallowComments: true, allowEmptyContent: false })
  const [first] = errors
  const offset = first?.offset ?? text.length
  const reason = first === undefined ? undefined : IN_WORDS[printParseErrorCode(first.error)]
  const place = placeOf(text, offset)
  return new LoomError('FILE_NOT_JSON', `The file is not JSON at ${place}: ${reason ?? 'it breaks off'}.`, place)
}

/** The value of a JSON text, or an error that names size and limit, or line and column. */
export function parseJson(text: string, mostBytes: number = LIMITS.fileBytes): unknown {
  const bytes = new TextEncoder().encode(text).length
  if (bytes > mostBytes) throw tooLarge(bytes, mostBytes)
  const { deepAt, twice } = structureOf(text)
  if (deepAt !== undefined) {
    const place = placeOf(text, deepAt)
    throw new LoomError(
      'FILE_TOO_DEEP',
      `The file nests more than ${LIMITS.nestingDepth} levels deep at ${place}; a build never does.`,
      place,
    )
  }
  const value = parsed(text)
  if (twice !== undefined) {
    const place = placeOf(text, twice.at)
    throw new LoomError(
      'FORMAT_WRONG',
      `The key “${cut(twice.key, 40)}” stands twice in one object, the second time at ${place}; keep one of the two.`,
      place,
    )
  }
  return value
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text.charCodeAt(0) === 0xfeff ? text.slice(1) : text) as unknown
  } catch {
    throw notJson(text)
  }
}

/** The error for a file over the limit, in megabytes; `bytes` may be the count at which reading stopped. */
export function tooLarge(bytes: number, mostBytes: number = LIMITS.fileBytes): LoomError {
  const megabytes = (count: number) => (count / 1024 / 1024).toFixed(1)
  return new LoomError(
    'FILE_TOO_LARGE',
    `The file is over the limit: ${megabytes(bytes)} MB read, ${megabytes(mostBytes)} MB allowed.`,
  )
}
