import { mkdir } from 'node:fs/promises'
import path from 'node:path'
import { Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'
import { SequelizeStorage, Umzug } from 'umzug'
import { dataDirectory } from '@/server/config'
import { GUEST, lockFolder, type FolderLock } from '@/server/db/lock'
import { TaskQueue } from '@/server/db/queue'
import { MIGRATIONS } from '@/server/db/migrations'
import { defineModels, isBoundTo } from '@/server/db/models'
import { LIMITS } from '@/server/limits'
import { asStorageFailure, isBusy } from '@/server/storage/failures'
import { exists } from '@/server/storage/files'
import { sweepFolder } from '@/server/storage/sweep'

/** Each connection waits a little for a lock, and makes a commit last before it is acknowledged. */
class Connection extends sqlite3.Database {
  constructor(file: string, mode: number, ready: (error: Error | null) => void) {
    super(file, mode, (error) => {
      if (error) return ready(error)
      this.configure('busyTimeout', LIMITS.databaseWaitMs)
      this.exec('PRAGMA synchronous = FULL', ready)
    })
  }
}

export interface Database {
  readonly sequelize: Sequelize
  /**
   * All writes go through here, one at a time, each in an immediate transaction. Throws `busy` or `disk-full` where the
   * database cannot be written; while it is held by another program those that wait are not kept waiting either.
   */
  write<T>(task: (transaction: Transaction) => Promise<T>): Promise<T>
  close(): Promise<void>
}

const connect = async (directory: string): Promise<Sequelize> => {
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: { ...sqlite3, Database: Connection },
    storage: path.join(directory, 'stencil.db'),
    logging: false,
    // The connection itself has waited already.
    retry: { max: 1 },
  })
  await sequelize.query('PRAGMA journal_mode = WAL')
  defineModels(sequelize)
  const umzug = new Umzug({
    migrations: [...MIGRATIONS],
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  })
  await umzug.up()
  return sequelize
}

const writerOf = (sequelize: Sequelize): Database['write'] => {
  const queue = new TaskQueue()
  return async (task) => {
    try {
      return await queue.run(() => sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, task))
    } catch (error) {
      const said = asStorageFailure(error)
      if (isBusy(error)) queue.refuseWaiting(said)
      throw said
    }
  }
}

/** A program that the server has started works beside it; any other takes the folder for itself and clears it first. */
const open = async (directory: string): Promise<Database> => {
  await mkdir(directory, { recursive: true })
  const lock: FolderLock | null = process.env[GUEST] ? null : await lockFolder(directory)
  try {
    const isNew = !(await exists(path.join(directory, 'stencil.db')))
    const sequelize = await connect(directory)
    if (lock) await sweepFolder({ isNew })
    return {
      sequelize,
      write: writerOf(sequelize),
      close: async () => {
        await sequelize.close()
        await lock?.release()
      },
    }
  } catch (error) {
    await lock?.release()
    throw asStorageFailure(error)
  }
}

// One database a process, also across hot reloads of the modules around it.
const held = globalThis as typeof globalThis & { eagerStencilDatabase?: Map<string, Promise<Database>> }

/** The database of the data directory, opened when first asked for. Throws `folder-in-use` while another server has it. */
export const database = async (): Promise<Database> => {
  const directory = dataDirectory()
  const all = (held.eagerStencilDatabase ??= new Map())
  const opening = all.get(directory) ?? open(directory)
  all.set(directory, opening)
  opening.catch(() => all.delete(directory))
  const opened = await opening
  // The page server loads this module more than once; the models of each copy are bound to the one connection.
  if (!isBoundTo(opened.sequelize)) defineModels(opened.sequelize)
  return opened
}

/** Closes the database of the data directory, for programs that end. */
export const closeDatabase = async (): Promise<void> => {
  const directory = dataDirectory()
  const opened = held.eagerStencilDatabase?.get(directory)
  held.eagerStencilDatabase?.delete(directory)
  await (await opened)?.close()
}
