import { describe, expect, it } from '@jest/globals'
import { fork, type ChildProcess } from 'node:child_process'
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import sqlite3 from 'sqlite3'
import { lockFolder } from '@/server/db/lock'
import { database } from '@/server/db/open'
import { openProject } from '@/server/projects/store'
import { startProject } from '@/server/useCases/projects'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { inFolder } from '@tests/helpers/files'

const folder = useDataFolder()

/** Another process that takes the lock as the program does, and holds it until it is killed. */
const HOLDER = `
import sqlite3 from 'sqlite3'
const database = new sqlite3.Database(process.argv[2])
database.exec('BEGIN EXCLUSIVE', (error) => process.send(error ? 'refused' : 'held'))
setInterval(() => undefined, 1000)
`

const hold = async (scripts: string, file: string): Promise<ChildProcess> => {
  await mkdir(scripts, { recursive: true })
  const script = path.join(scripts, `holder-${Date.now()}.mjs`)
  await writeFile(script, HOLDER)
  const child = fork(script, [file], { execArgv: [] })
  const said = await new Promise((resolve) => child.once('message', resolve))
  expect(said).toBe('held')
  return child
}

const ended = (child: ChildProcess): Promise<void> =>
  new Promise((resolve) => {
    child.once('exit', () => resolve())
    child.kill('SIGKILL')
  })

const SCRIPTS = path.resolve('.cache', 'lock')

describe('a data folder', () => {
  it('is for one at a time, and the second is told who has it and what to do', () =>
    inFolder(async (data) => {
      const lock = await lockFolder(data)
      await expect(lockFolder(data)).rejects.toMatchObject({
        code: 'folder-in-use',
        message: expect.stringMatching(new RegExp(`process ${process.pid}.*EAGER_STENCIL_DATA`)),
      })
      expect(JSON.parse(await readFile(path.join(data, 'server.json'), 'utf8'))).toEqual({ pid: process.pid })
      await lock.release()
      await (await lockFolder(data)).release()
    }))
  it('is free again when the one who had it was killed, whatever lies there of it', () =>
    inFolder(async (data) => {
      const other = await hold(SCRIPTS, path.join(data, 'server.lock'))
      await expect(lockFolder(data)).rejects.toMatchObject({ code: 'folder-in-use' })
      await ended(other)
      await writeFile(path.join(data, 'server.json'), JSON.stringify({ pid: 1 }))
      await (await lockFolder(data)).release()
    }))
})

describe('a database that another program holds', () => {
  it('is said to be held within five seconds, to all who wait, and nothing is lost or half-written', async () => {
    const id = await startProject('Held', { unit: 'px', size: { w: 100, h: 100 }, ppi: 72, bleed: 0 })
    const other = new sqlite3.Database(path.join(folder(), 'stencil.db'))
    const run = (sql: string): Promise<void> =>
      new Promise((resolve, reject) => other.exec(sql, (error) => (error ? reject(error) : resolve())))
    await run('BEGIN IMMEDIATE')
    const start = performance.now()
    const size = { unit: 'px', size: { w: 9, h: 9 }, ppi: 72, bleed: 0 } as const
    const waiting = Array.from({ length: 8 }, (_, i) =>
      startProject(`Late ${i}`, size).catch((error: unknown) => error),
    )
    for (const refused of await Promise.all(waiting))
      expect(refused).toMatchObject({ code: 'busy', message: expect.stringMatching(/held by another program.*Close/) })
    expect(performance.now() - start).toBeLessThan(5000)
    // Reading goes on meanwhile.
    expect((await openProject(id)).project.name).toBe('Held')
    await run('ROLLBACK')
    await new Promise((resolve) => other.close(resolve))
    expect(await startProject('After', size)).toMatch(/^p-/)
  })
})

describe('a full disk', () => {
  it('under the database is said so, and nothing is half-written', async () => {
    const db = await database()
    // SQLite's own bound on the file's pages (pragma max_page_count) makes it say SQLITE_FULL.
    const full = db.write(async (transaction) => {
      await db.sequelize.query('PRAGMA max_page_count = 1', { transaction })
      await db.sequelize.query(
        "INSERT INTO projects VALUES ('x','" + 'x'.repeat(9_000_000) + "',0,0,0,0,'','',NULL,0,0)",
        {
          transaction,
        },
      )
    })
    await expect(full).rejects.toMatchObject({ code: 'disk-full', message: expect.stringMatching(/full.*Free some/) })
    await expect(openProject('x')).rejects.toMatchObject({ code: 'not-found' })
  })
})
