import { fork } from 'node:child_process'
import path from 'node:path'
import { Failure } from '@/core/failure'
import { rootDirectory } from '@/server/config'
import { TaskQueue } from '@/server/db/queue'
import type { FaceMessage } from '@/server/faces/messages'
import { LIMITS } from '@/server/limits'

export type ReadFaceFile = Extract<FaceMessage, { readonly kind: 'read' }>

const checking = new TaskQueue()

const stopped = (): Failure =>
  new Failure('face-unreadable', 'This typeface takes too long or too much to read. Choose another file.')

const run = (file: string): Promise<ReadFaceFile> =>
  new Promise((resolve, reject) => {
    const script = path.join(/*turbopackIgnore: true*/ rootDirectory(), 'dist', 'check-face.mjs')
    const child = fork(/*turbopackIgnore: true*/ script, [], {
      execArgv: [`--max-old-space-size=${LIMITS.faceCheckMegabytes}`],
      stdio: ['ignore', 'inherit', 'ignore', 'ipc'],
    })
    const timer = setTimeout(() => child.kill('SIGKILL'), LIMITS.faceCheckMs)
    child.once('message', (message) => {
      const said = message as FaceMessage // the child is our own program
      if (said.kind === 'read') resolve(said)
      else reject(new Failure('face-unreadable', said.message))
    })
    child.once('error', () => reject(stopped()))
    child.once('exit', () => {
      clearTimeout(timer)
      reject(stopped())
    })
    child.send(file)
  })

/** Reads a typeface apart from the server, in bounded time and memory, one at a time. Throws `face-unreadable`. */
export const checkFace = (file: string): Promise<ReadFaceFile> => checking.run(() => run(file))
