import { createWriteStream } from 'node:fs'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'

/**
 * Writes a stream into a file while what it carries is made. Throws what either throws first, once both have ended: a
 * process whose work has failed does nothing more of it.
 */
export const streamed = async (stream: Readable, file: string, make: () => Promise<void>): Promise<void> => {
  const making = async (): Promise<void> => {
    try {
      await make()
    } catch (error) {
      stream.destroy(error instanceof Error ? error : new Error(String(error)))
      throw error
    }
  }
  const [written] = await Promise.allSettled([pipeline(stream, createWriteStream(file)), making()])
  // What fails to be made ends the stream, so that both fail for the same reason.
  if (written.status === 'rejected') throw written.reason
}
