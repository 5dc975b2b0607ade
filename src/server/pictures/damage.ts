import { isFailure } from '@/core/failure'
import { READ_OPTIONS, unreadable, type ReadOptions } from '@/server/pictures/inspect'

/**
 * What libjpeg warns of although no pixel is harmed: some cameras pad the end of a file, some phones write odd scan
 * headers (from memory of libjpeg's `jerror.h`; which of them are harmless is common practice).
 */
const HARMLESS = ['extraneous bytes before marker 0xd9', 'Invalid SOS parameters', 'color transform code']

/** Any doubt of the reader's is damage. */
const STRICT: ReadOptions = { ...READ_OPTIONS, failOn: 'warning' }
/** Only what certainly is damage. */
const LENIENT: ReadOptions = { ...READ_OPTIONS, failOn: 'error' }

const isHarmless = (error: unknown): boolean =>
  error instanceof Error && HARMLESS.some((words) => error.message.includes(words))

/** An error of the reader's own, not of the disk's. */
const isDamage = (error: unknown): boolean =>
  error instanceof Error && !/No space left|write error/i.test(error.message) && !('code' in error)

/**
 * Reads a picture to its end by `read`, so strictly that damage anywhere in it is told as `picture-unreadable`; warnings
 * that harm no pixel are let pass.
 */
export const readStrictly = async <T>(read: (options: ReadOptions) => Promise<T>): Promise<T> => {
  try {
    return await read(STRICT).catch((error: unknown) => {
      if (isHarmless(error)) return read(LENIENT)
      throw error
    })
  } catch (error) {
    if (isFailure(error)) throw error
    throw isDamage(error) ? unreadable() : error
  }
}
