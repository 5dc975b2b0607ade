import { fork } from 'node:child_process'
import path from 'node:path'
import { Failure } from '@/core/failure'
import { rootDirectory } from '@/server/config'
import { GUEST } from '@/server/db/lock'
import { setRemoved } from '@/server/projects/store'
import { sharedRun } from '@/server/work/shared'

/** The demo project's id; the same in every installation. */
export const DEMO_PROJECT = 'demo-opening-day'

const fill = async (): Promise<string> => {
  const script = path.join(/*turbopackIgnore: true*/ rootDirectory(), 'dist', 'fill-demo.mjs')
  const child = fork(/*turbopackIgnore: true*/ script, [], {
    execArgv: [],
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    // It works on the folder that this server holds.
    env: { ...process.env, [GUEST]: '1' },
  })
  const code = await new Promise<number | null>((resolve) => {
    child.once('error', () => resolve(1))
    child.once('exit', resolve)
  })
  if (code !== 0) throw new Failure('job-failed', 'The demo could not be filled in. Try it again, or run bin/demo.')
  await setRemoved(DEMO_PROJECT, false)
  return DEMO_PROJECT
}

/** Paints the demo pictures and stores the demo project, in a process of its own, once at a time; a deleted one comes back. */
export const fillDemo: () => Promise<string> = sharedRun(fill)
