/**
 * Refusals and the small family of situations the program can name.
 * Every message ends with a sentence that says what to do.
 */
export type FailureCode =
  | 'refused' // an argument was outside what a function accepts
  | 'document-invalid' // a project does not follow its schema
  | 'format-unknown' // a project of a format this program cannot read
  | 'not-found'
  | 'conflict' // a save was made on an older revision
  | 'too-large'
  | 'picture-unreadable'
  | 'picture-kind'
  | 'picture-missing'
  | 'picture-used' // a picture cannot go while something shows it
  | 'face-unreadable' // a file is no typeface that can be read
  | 'bundle-unreadable'
  | 'disk-full'
  | 'busy' // the database is held by another program, or too much waits
  | 'folder-in-use' // another server works on the data folder
  | 'cancelled' // the one who asked has gone
  | 'job-failed'
  | 'forbidden'

/** One thing wrong with a document: where it is and what to do about it. */
export interface Fault {
  readonly path: string
  readonly message: string
}

export class Failure extends Error {
  readonly code: FailureCode
  readonly faults: readonly Fault[]
  /** Plain facts for the one who catches it, such as the current revision. */
  readonly facts: Readonly<Record<string, string | number>>

  constructor(
    code: FailureCode,
    message: string,
    faults: readonly Fault[] = [],
    facts: Readonly<Record<string, string | number>> = {},
  ) {
    super(message)
    this.name = 'Failure'
    this.code = code
    this.faults = faults
    this.facts = facts
  }
}

const shown = (value: unknown): string => {
  if (typeof value === 'string') return `"${value.length > 40 ? `${value.slice(0, 40)}…` : value}"`
  if (typeof value === 'number' || typeof value === 'boolean' || value == null) return String(value)
  return Array.isArray(value) ? 'a list' : `a ${typeof value}`
}

/** Throws the one kind of refusal: what was asked for, what was expected, what came. */
export const refuse = (name: string, expected: string, received: unknown): never => {
  throw new Failure('refused', `${name} must be ${expected}, but was ${shown(received)}. Give ${expected}.`)
}

/** Ends a switch over a closed union; reached only when a case was forgotten. */
export const assertNever = (value: never): never => refuse('a case', 'one that is handled', value)

/** Is this a failure of ours, with a code and words for a person? */
export const isFailure = (error: unknown): error is Failure => error instanceof Failure
