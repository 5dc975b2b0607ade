import { BACKGROUND_ID } from '@/core/document/background'
import { api, ApiError, exportUrl } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'

const POLL_MS = 150

/** The picture of a sheet, or of some of its items alone, as the server makes it. Throws in words. */
const picture = async (bench: Bench, itemIds: readonly string[]): Promise<Blob> => {
  if (!(await bench.allSaved()))
    throw new ApiError(0, {
      code: 'unsaved',
      message: 'The newest changes are not saved yet. Wait until the server answers, then copy again.',
    })
  const { id } = shownSheet(bench.get())
  const options = {
    format: 'png',
    sizing: { by: 'scale', scale: 1 },
    quality: 90,
    bleed: false,
    pattern: '{sheet}',
  } as const
  const job = await api.startExport(bench.get().project.id, {
    ...options,
    sheetIds: [id],
    ...(itemIds.length ? { itemIds } : {}),
  })
  for (;;) {
    const state = await api.exportState(job.id)
    if (state.state === 'failed') throw new ApiError(500, { code: 'job-failed', message: state.message })
    if (state.state === 'done') return (await fetch(exportUrl(job.id))).blob()
    await new Promise((resolve) => setTimeout(resolve, POLL_MS))
  }
}

/** Puts the selected items as an image on the clipboard, or with nothing selected the whole sheet. */
export const copyImage = async (bench: Bench): Promise<void> => {
  bench.endBurst()
  const ids = bench.get().selection.filter((id) => id !== BACKGROUND_ID)
  say(bench, 'Making the image…')
  try {
    // The browser waits for the promise, so that the press still counts as the person’s own.
    await navigator.clipboard.write([new ClipboardItem({ 'image/png': picture(bench, ids) })])
    say(bench, `${ids.length ? 'What is selected' : 'The sheet'} was copied as an image.`)
  } catch (error) {
    const words =
      error instanceof ApiError
        ? error.message
        : 'The browser did not let the image onto the clipboard. Allow it for this page, or export a PNG.'
    say(bench, words, 'fault')
  }
}
