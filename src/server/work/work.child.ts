/**
 * Work as a process of its own: its time, its memory and what hostile files do to it stay outside the server. Takes one
 * piece of work at a time by message, answers with progress and then a result or a refusal, and waits for the next.
 */
import { isFailure } from '@/core/failure'
import { exportFile } from '@/server/export/file'
import { planExport } from '@/server/export/plan'
import { exportSet } from '@/server/export/set'
import { tryExport } from '@/server/export/trial'
import { paintThumbnail } from '@/server/export/thumbnail'
import { readFace } from '@/server/faces/read'
import { examinePictures } from '@/server/pictures/examine'
import { placeLayerApart } from '@/server/pictures/place'
import { takeDrawingApart, takePictureApart } from '@/server/pictures/take'
import { asStorageFailure } from '@/server/storage/failures'
import { WORK, type WorkInput, type WorkName, type WorkOutput } from '@/server/work/kinds'
import type { WorkMessage, WorkProgress, WorkRequest } from '@/server/work/messages'

type Tell = (done: number, of: number, phase: WorkProgress['phase']) => void

const DOES: { readonly [N in WorkName]: (input: WorkInput<N>, tell: Tell) => Promise<WorkOutput<N>> } = {
  'take-picture': takePictureApart,
  'take-drawing': takeDrawingApart,
  'place-layer': placeLayerApart,
  'examine-pictures': examinePictures,
  'read-face': readFace,
  plan: (request) => Promise.resolve(planExport(request)),
  trial: tryExport,
  export: (job, tell) => ('set' in job ? exportSet(job, tell) : exportFile(job, tell)),
  thumbnail: paintThumbnail,
}

const say = (message: WorkMessage): void => {
  process.send?.(message)
}

const doWork = async <N extends WorkName>({ name, input }: WorkRequest<N>): Promise<void> => {
  try {
    const output = await DOES[name](input, (done, of, phase) => say({ kind: 'progress', done, of, phase }))
    say({ kind: 'result', output })
  } catch (error) {
    const said = asStorageFailure(error)
    // What is not a failure of ours is logged for the one who runs the server; the person gets plain words.
    if (!isFailure(said)) console.error(error)
    const { code, message, faults } = isFailure(said) ? said : WORK[name].failed()
    say({ kind: 'refused', code, message, faults })
  }
}

// A server that is gone must not leave this process behind.
process.on('disconnect', () => process.exit(0))
process.on('message', (request) => void doWork(request as WorkRequest)) // sent by process.ts only
