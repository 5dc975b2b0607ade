import { Failure, type FailureCode } from '@/core/failure'
import type { ExaminedPicture, PictureToExamine } from '@/server/pictures/examine'
import type { TakenPicture, PictureToTake } from '@/server/pictures/take'
import type { LayerToPlace, PlacedLayer } from '@/server/pictures/place'
import type { FaceFacts } from '@/server/faces/read'
import type { ExportPlan, PlanRequest } from '@/server/export/plan'
import type { SetJob } from '@/server/export/set'
import type { ThumbnailJob } from '@/server/export/thumbnail'
import type { FileJob } from '@/server/export/file'
import type { TrialJob } from '@/server/export/trial'
import type { ExportTrial } from '@/contract/exports'
import type { Exported } from '@/server/export/write'
import { WORK_LIMITS, type Lane, type WorkLimits } from '@/server/limits'

/** Every kind of work that is done apart from the server: what it takes and gives. */
export interface WorkKinds {
  'take-picture': { input: PictureToTake; output: TakenPicture }
  'take-drawing': { input: PictureToTake; output: TakenPicture }
  'place-layer': { input: LayerToPlace; output: PlacedLayer }
  'examine-pictures': { input: readonly PictureToExamine[]; output: readonly ExaminedPicture[] }
  'read-face': { input: { readonly file: string }; output: FaceFacts }
  plan: { input: PlanRequest; output: ExportPlan }
  trial: { input: TrialJob; output: ExportTrial }
  export: { input: FileJob | SetJob; output: Exported }
  thumbnail: { input: ThumbnailJob; output: Exported }
}

export type WorkName = keyof WorkKinds
export type WorkInput<N extends WorkName> = WorkKinds[N]['input']
export type WorkOutput<N extends WorkName> = WorkKinds[N]['output']

export interface WorkKind {
  readonly lane: Lane
  readonly limits: WorkLimits
  /** What is said when it takes too long or too much, or its process stops by itself. */
  readonly tooMuch: () => Failure
  /** What is said when it fails for a reason that is not known. */
  readonly failed: () => Failure
}

const failed =
  (code: FailureCode, what: string): (() => Failure) =>
  () =>
    new Failure(code, `${what} could not be read, for a reason that is not known. Try it again, or another file.`)

const failedOutput = (): Failure => new Failure('job-failed', 'The export stopped unexpectedly. Try it again.')

const picture = (): Failure =>
  new Failure(
    'picture-unreadable',
    'This picture takes too long or too much memory to read. Save it smaller, as JPEG or PNG, and add it again.',
  )

const output = (): Failure =>
  new Failure(
    'job-failed',
    'The export took too long or too much memory and was stopped. Try it again at a lower resolution, or one sheet at a time.',
  )

export const WORK: Readonly<Record<WorkName, WorkKind>> = {
  'take-picture': {
    lane: 'intake',
    limits: WORK_LIMITS.picture,
    tooMuch: picture,
    failed: failed('picture-unreadable', 'This picture'),
  },
  'take-drawing': {
    lane: 'intake',
    limits: WORK_LIMITS.drawing,
    tooMuch: () =>
      new Failure(
        'picture-unreadable',
        'This drawing takes too long or too much memory to paint. Simplify it (fewer filters, masks and patterns) and add it again, or add it as PNG.',
      ),
    failed: failed('picture-unreadable', 'This drawing'),
  },
  'place-layer': {
    lane: 'intake',
    limits: WORK_LIMITS.picture,
    tooMuch: picture,
    failed: failed('picture-unreadable', 'A layer of this art'),
  },
  'examine-pictures': {
    lane: 'intake',
    limits: WORK_LIMITS.picture,
    tooMuch: picture,
    failed: failed('picture-unreadable', 'This picture'),
  },
  'read-face': {
    lane: 'intake',
    limits: WORK_LIMITS.face,
    tooMuch: () =>
      new Failure('face-unreadable', 'This typeface takes too long or too much memory to read. Choose another file.'),
    failed: failed('face-unreadable', 'This typeface'),
  },
  plan: { lane: 'planning', limits: WORK_LIMITS.plan, tooMuch: output, failed: failedOutput },
  trial: {
    lane: 'trials',
    limits: WORK_LIMITS.trial,
    tooMuch: () =>
      new Failure(
        'job-failed',
        'How large the file will be takes too long to find out. Export it, and it is told then.',
      ),
    failed: failedOutput,
  },
  export: { lane: 'output', limits: WORK_LIMITS.export, tooMuch: output, failed: failedOutput },
  thumbnail: {
    lane: 'thumbnails',
    limits: WORK_LIMITS.thumbnail,
    tooMuch: () =>
      new Failure(
        'job-failed',
        'The small picture of this project takes too long to paint. Open the project to see it.',
      ),
    failed: failedOutput,
  },
}
