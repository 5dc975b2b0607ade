import { createWriteStream } from 'node:fs'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'

/** Writes a stream into a file while what it carries is made. Throws what either throws first; the stream then ends. */
export const streamed = async (stream: Readable, file: string, make: () => Promise<void>): Promise<void> => {
  const making = async (): Promise<void> => {
    try {
      await make()
    } catch (error) {
      stream.destroy(error instanceof Error ? error : new Error(String(error)))
      throw error
    }
  }
  await Promise.all([pipeline(stream, createWriteStream(file)), making()])
}
