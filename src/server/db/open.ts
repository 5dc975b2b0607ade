import { mkdir } from 'node:fs/promises'
import path from 'node:path'
import { Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'
import { SequelizeStorage, Umzug } from 'umzug'
import { dataDirectory } from '@/server/config'
import { TaskQueue } from '@/server/db/queue'
import { MIGRATIONS } from '@/server/db/migrations'
import { defineModels } from '@/server/db/models'
import { clearTemporary } from '@/server/storage/files'

/** Each connection waits for a lock and makes a commit last before it is acknowledged. */
class Connection extends sqlite3.Database {
  constructor(file: string, mode: number, ready: (error: Error | null) => void) {
    super(file, mode, (error) => {
      if (error) return ready(error)
      this.configure('busyTimeout', 5000)
      this.exec('PRAGMA synchronous = FULL', ready)
    })
  }
}

export interface Database {
  readonly sequelize: Sequelize
  /** All writes go through here, one at a time, each in an immediate transaction. */
  write<T>(task: (transaction: Transaction) => Promise<T>): Promise<T>
  close(): Promise<void>
}

const open = async (directory: string): Promise<Database> => {
  await mkdir(directory, { recursive: true })
  await clearTemporary(Date.now())
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: { ...sqlite3, Database: Connection },
    storage: path.join(directory, 'stencil.db'),
    logging: false,
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
  const queue = new TaskQueue()
  return {
    sequelize,
    write: (task) => queue.run(() => sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, task)),
    close: () => sequelize.close(),
  }
}

// One database a process, also across hot reloads of the modules around it.
const held = globalThis as typeof globalThis & { eagerStencilDatabase?: Map<string, Promise<Database>> }

/** The database of the data directory, opened when first asked for. */
export const database = (): Promise<Database> => {
  const directory = dataDirectory()
  const all = (held.eagerStencilDatabase ??= new Map())
  const opened = all.get(directory) ?? open(directory)
  all.set(directory, opened)
  opened.catch(() => all.delete(directory))
  return opened
}

/** Closes the database of the data directory, for programs that end. */
export const closeDatabase = async (): Promise<void> => {
  const directory = dataDirectory()
  const opened = held.eagerStencilDatabase?.get(directory)
  held.eagerStencilDatabase?.delete(directory)
  await (await opened)?.close()
}
