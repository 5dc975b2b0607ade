import { readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import sqlite3 from 'sqlite3'
import { Failure } from '@/core/failure'
import { isNotThere } from '@/server/storage/failures'

/**
 * One server a data folder. The lock is the system's own, on a file that is held open: it ends with the process,
 * however that ends, so none is ever left behind. Beside it stands a note of who holds it.
 */
const LOCK = 'server.lock'
const NOTE = 'server.json'

export interface FolderLock {
  release(): Promise<void>
}

/** Set for programs that the server itself starts on its own folder. */
export const GUEST = 'EAGER_STENCIL_GUEST'

/** Who has it, as far as the note beside the lock can be read. */
const holderOf = async (directory: string): Promise<string> => {
  try {
    const { pid } = JSON.parse(await readFile(path.join(directory, NOTE), 'utf8')) as { readonly pid?: unknown }
    return typeof pid === 'number' ? ` (process ${pid})` : ''
  } catch (error) {
    if (error instanceof SyntaxError || isNotThere(error)) return ''
    throw error
  }
}

const inUse = async (directory: string): Promise<Failure> => {
  const who = await holderOf(directory)
  return new Failure(
    'folder-in-use',
    `The data folder ${directory} is in use by another server of this program${who}. Stop that one, or give this one another folder by EAGER_STENCIL_DATA.`,
  )
}

const openFile = (file: string): Promise<sqlite3.Database> =>
  new Promise((resolve, reject) => {
    const database: sqlite3.Database = new sqlite3.Database(file, (error) =>
      error ? reject(error) : resolve(database),
    )
  })

const run = (database: sqlite3.Database, sql: string): Promise<void> =>
  new Promise((resolve, reject) => database.exec(sql, (error) => (error ? reject(error) : resolve())))

const close = (database: sqlite3.Database): Promise<void> => new Promise((resolve) => database.close(() => resolve()))

/** Takes the data folder for this process. Throws `folder-in-use` while another has it. */
export const lockFolder = async (directory: string): Promise<FolderLock> => {
  const database = await openFile(path.join(directory, LOCK))
  try {
    database.configure('busyTimeout', 0)
    await run(database, 'BEGIN EXCLUSIVE')
  } catch {
    await close(database)
    throw await inUse(directory)
  }
  await writeFile(path.join(directory, NOTE), JSON.stringify({ pid: process.pid }))
  return { release: () => close(database) }
}
