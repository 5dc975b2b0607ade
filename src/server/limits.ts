const MEGABYTE = 1024 * 1024
const SECOND = 1000

/** Every limit of what comes in and goes out. */
export const LIMITS = {
  pictureBytes: 60 * MEGABYTE,
  picturePixels: 120e6,
  clipBytes: 300 * MEGABYTE,
  drawingBytes: 10 * MEGABYTE,
  keptStencils: 3000,
  keptStyles: 1000,
  faceBytes: 30 * MEGABYTE,
  faces: 500,
  templates: 500,
  pictureNameLength: 120,
  jsonBytes: 8 * MEGABYTE,
  /** A whole document as JSON, wherever it comes from: a bundle, a copy, or grown by steps. */
  documentBytes: 32 * MEGABYTE,
  /** Steps sent at once: the largest there can be puts one document in place of another, and back. */
  stepsBytes: 72 * MEGABYTE,
  stepsAtOnce: 500,
  bundleBytes: 2048 * MEGABYTE,
  bundleUnpackedBytes: 4096 * MEGABYTE,
  bundleEntries: 6000,
  /** A file of layered art, and the pixels of all its layers together: each becomes as large as the whole. */
  artBytes: 400 * MEGABYTE,
  artPixels: 900e6,
  /** Pixels of all pictures of a bundle together. */
  bundlePixels: 12e9,
  faultsListed: 100,
  exportPixels: 260e6,
  historySteps: 400,
  snapshotEvery: 50,
  /** Snapshots that stay of each project, for when the newest cannot be read. */
  snapshotsKept: 4,
  /** Steps more than can be taken back, until they are let go of together. */
  stepsBeyondHistory: 300,
  exportsKept: 60,
  thumbnailSide: 480,
  pictureTags: 50,
  tagLength: 60,
  searchLength: 200,
  stockPage: 18,
  stockPreviewSide: 320,
  /** How long a statement waits for a database that another program holds. */
  databaseWaitMs: 3 * SECOND,
  /** A document is checked apart from the server for so long at most. */
  checkMs: 60 * SECOND,
  /** Projects whose newest state is kept in memory, and the characters of their documents together. */
  heldProjects: 12,
  heldCharacters: 64 * MEGABYTE,
  /** How often a change that the server makes of a project is tried while somebody else is changing it. */
  retries: 25,
} as const

/** What one kind of work may use before it is ended. */
export interface WorkLimits {
  /** Time from its start, or from the last progress that it told. */
  readonly ms: number
  /** Resident memory of its process, as the system tells it. */
  readonly megabytes: number
}

/** Work runs in processes of its own, in lanes: so many at a time, and so many that wait. */
export const LANES = {
  /** Pictures, drawings and typefaces that come in. */
  intake: { atOnce: 2, waiting: 400 },
  /** Small pictures of projects. */
  thumbnails: { atOnce: 1, waiting: 400 },
  /** What an export would be, before it is queued. */
  planning: { atOnce: 1, waiting: 100 },
  /** How large it would be: a question that the next one often overtakes. */
  trials: { atOnce: 1, waiting: 40 },
  /** What is exported. */
  output: { atOnce: 1, waiting: 20 },
} as const

export type Lane = keyof typeof LANES

export const WORK_LIMITS = {
  picture: { ms: 120 * SECOND, megabytes: 1536 },
  drawing: { ms: 15 * SECOND, megabytes: 1024 },
  face: { ms: 20 * SECOND, megabytes: 512 },
  plan: { ms: 60 * SECOND, megabytes: 1024 },
  thumbnail: { ms: 20 * SECOND, megabytes: 1024 },
  trial: { ms: 60 * SECOND, megabytes: 3072 },
  export: { ms: 300 * SECOND, megabytes: 6144 },
} as const satisfies Readonly<Record<string, WorkLimits>>

/** A process that waits for its next work ends after so long, after so much work, or when it has grown so large. */
export const IDLE_WORKERS = { ms: 20 * SECOND, works: 60, megabytes: 400 } as const
