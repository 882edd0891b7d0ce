/** Stable codes of everything the core refuses; the sentence beside a code is for people. */
export type LoomErrorCode =
  | 'FILE_TOO_LARGE'
  | 'FILE_NOT_JSON'
  | 'FILE_TOO_DEEP'
  | 'FORMAT_WRONG'
  | 'EDIT_SUBJECT_MISSING'
  | 'EDIT_NOT_POSSIBLE'
  | 'DOCUMENT_BROKEN'
  | 'NOT_FOUND'
  | 'CONFLICT'
  | 'REQUEST_REFUSED'
  | 'TOO_BUSY'
  | 'SIGN_IN'
  | 'FORBIDDEN'
  | 'TOO_OFTEN'

/** An error whose message is a sentence fit to show: what is wrong, where, and what to do. */
export class LoomError extends Error {
  readonly code: LoomErrorCode
  /** The place in the user's input: a JSON pointer, or line and column. */
  readonly place: string | undefined

  constructor(code: LoomErrorCode, message: string, place?: string) {
    super(message)
    this.name = 'LoomError'
    this.code = code
    this.place = place
  }
}
