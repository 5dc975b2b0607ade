/**
 * The export as a process of its own: a crash, its memory and a cancel stay outside the server.
 * Takes one job by message, answers with progress and then a result or an error, and ends.
 */
import { isFailure } from '@/core/failure'
import { exportSet, type SetJob } from '@/server/export/set'
import { exportSheet, type ExportJob, type Progress } from '@/server/export/write'
import type { ChildMessage } from '@/server/export/messages'

const say = (message: ChildMessage): void => {
  process.send?.(message)
}

const run = async (job: ExportJob | SetJob): Promise<void> => {
  try {
    const tell: Progress = (done, of, phase) => say({ kind: 'progress', done, of, phase })
    const exported = await ('sheets' in job ? exportSet(job, tell) : exportSheet(job, tell))
    say({ kind: 'result', ...exported })
  } catch (error) {
    // What is not a failure of ours is logged for the one who runs the server; the person gets plain words.
    if (!isFailure(error)) console.error(error)
    const message = isFailure(error) ? error.message : 'The export stopped unexpectedly. Try it again.'
    say({ kind: 'error', message })
  }
  process.disconnect()
}

// A server that is gone must not leave this process behind.
process.on('disconnect', () => process.exit(0))
process.once('message', (job) => void run(job as ExportJob | SetJob)) // sent by queue.ts only
