const MEGABYTE = 1024 * 1024

/** Every limit of what comes in and goes out. */
export const LIMITS = {
  pictureBytes: 60 * MEGABYTE,
  picturePixels: 120e6,
  drawingBytes: 10 * MEGABYTE,
  keptStencils: 3000,
  faceBytes: 30 * MEGABYTE,
  faces: 500,
  /** How long a typeface may take to be read, and in how much memory. */
  faceCheckMs: 20_000,
  faceCheckMegabytes: 512,
  pictureNameLength: 120,
  jsonBytes: 8 * MEGABYTE,
  stepsAtOnce: 500,
  bundleBytes: 2048 * MEGABYTE,
  bundleUnpackedBytes: 4096 * MEGABYTE,
  bundleDocumentBytes: 32 * MEGABYTE,
  bundleEntries: 6000,
  exportPixels: 260e6,
  historySteps: 400,
  snapshotEvery: 50,
  exportsKept: 20,
  thumbnailSide: 480,
  pictureTags: 50,
  tagLength: 60,
  searchLength: 200,
  stockPage: 18,
  stockPreviewSide: 320,
} as const
