import { parseTree, printParseErrorCode, type ParseError } from 'jsonc-parser'
import { LoomError } from '../errors'
import { LIMITS } from './schema-kit'

function placeOf(text: string, offset: number): string {
  const before = text.slice(0, offset)
  const line = before.split('\n').length
  return `line ${line}, column ${offset - before.lastIndexOf('\n')}`
}

/** The offset at which brackets nest deeper than the format ever does; counted without recursion. */
function tooDeepAt(text: string): number | undefined {
  let depth = 0
  let inString = false
  for (let i = 0; i < text.length; i += 1) {
    const char = text[i]
    if (inString) {
      if (char === '\\') i += 1
      else if (char === '"') inString = false
    } else if (char === '"') inString = true
    else if (char === '{' || char === '[') {
      depth += 1
      if (depth > LIMITS.nestingDepth) return i
    } else if (char === '}' || char === ']') depth -= 1
  }
  return undefined
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
  const deep = tooDeepAt(text)
  if (deep !== undefined) {
    const place = placeOf(text, deep)
    throw new LoomError(
      'FILE_TOO_DEEP',
      `The file nests more than ${LIMITS.nestingDepth} levels deep at ${place}; a build never does.`,
      place,
    )
  }
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
