import { BACKGROUND_ID } from '@/core/document/background'
import type { Bench } from '@/client/store/bench'
import type { Landing } from '@/client/store/landing'
import { selectedFrame } from '@/client/store/selection'
import { addFiles } from '@/client/store/uploads'

/** A recording comes in as a clip does: into the selected frame, or among the pictures. */
export const takeRecording = (bench: Bench, clip: Blob, name: string): void => {
  const frame = selectedFrame(bench.get())
  const landing: Landing | null =
    frame?.takesPictures && frame.id !== BACKGROUND_ID
      ? { kind: 'frame', sheetId: bench.get().sheetId, frameId: frame.id }
      : null
  void addFiles(bench, [new File([clip], `${name}.webm`, { type: 'video/webm' })], landing)
}
