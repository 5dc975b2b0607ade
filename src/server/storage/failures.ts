import { Failure } from '@/core/failure'

/** The code of an error, or of the one that it was made of. */
const codesOf = (error: unknown): readonly unknown[] => {
  if (typeof error !== 'object' || error === null) return []
  const { code, original } = error as { readonly code?: unknown; readonly original?: unknown }
  return [code, ...(original === error ? [] : codesOf(original))]
}

/** An error of the system's, such as ENOENT, not of a reader's. */
export const isSystemError = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'syscall' in error

/** What a question about a file that is not there is answered with. */
export const isNotThere = (error: unknown): boolean =>
  codesOf(error).some((code) => code === 'ENOENT' || code === 'ENOTDIR')

const FULL: ReadonlySet<unknown> = new Set(['ENOSPC', 'EDQUOT', 'SQLITE_FULL'])
const BUSY: ReadonlySet<unknown> = new Set(['SQLITE_BUSY', 'SQLITE_LOCKED'])

export const isBusy = (error: unknown): boolean =>
  codesOf(error).some((code) => BUSY.has(code)) || (error instanceof Failure && error.code === 'busy')

const saysFull = (error: unknown): boolean => error instanceof Error && /No space left on device/i.test(error.message)

/** Says in words that the disk is full or the database is held by another program; passes everything else on. */
export const asStorageFailure = (error: unknown): unknown => {
  if (error instanceof Failure) return error
  if (codesOf(error).some((code) => FULL.has(code)) || saysFull(error))
    return new Failure('disk-full', 'The disk is full, so nothing was kept. Free some space and try it again.')
  if (isBusy(error))
    return new Failure(
      'busy',
      'The database is held by another program. Close what works on the data folder, then try it again; nothing is lost.',
    )
  return error
}
