import { afterAll, beforeAll } from '@jest/globals'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { closeDatabase } from '@/server/db/open'
import { snapshotsWritten } from '@/server/projects/snapshots'
import { endResting } from '@/server/work/work'

/** Gives a test file a data folder of its own; returns where it is, once the tests run. */
export const useDataFolder = (): (() => string) => {
  let folder = ''
  beforeAll(async () => {
    folder = await mkdtemp(path.join(tmpdir(), 'stencil-data-'))
    process.env['EAGER_STENCIL_DATA'] = folder
  })
  afterAll(async () => {
    await snapshotsWritten()
    await closeDatabase()
    endResting()
    await rm(folder, { recursive: true, force: true })
  })
  return () => folder
}

/** As after the program was started anew: nothing is in memory. */
export const startAnew = async (): Promise<void> => {
  await snapshotsWritten()
  await closeDatabase()
  const { eagerStencilProjects } = globalThis as { eagerStencilProjects?: Map<string, unknown> }
  eagerStencilProjects?.clear()
}
