import { filePicture } from '@/core/document/sheetPictures'
import { changedClip, setClip, type ClipChange } from '@/core/document/edits/film'
import { isFailure } from '@/core/failure'
import { ApiError } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { sendStill } from '@/client/store/clipSending'
import { clipStill } from '@/client/workers/clips'

export type { ClipChange }

/** Lets a clip of the project play otherwise, as one step of a burst while a hand drags. */
export const slideClip = (bench: Bench, pictureId: string, step: string, change: ClipChange): void =>
  bench.burst(`clip-${pictureId}-${step}`, step, setClip.record(shownProject(bench.get()), { pictureId, change }))

/** Lets a clip of the project play otherwise. */
export const changeClip = (bench: Bench, pictureId: string, step: string, change: ClipChange): void => {
  bench.endBurst()
  bench.commit(step, (project) => setClip.record(project, { pictureId, change }))
}

/** Lets stills show another moment of a clip: its picture is kept first, so that whatever knows no time can show it. */
export const chooseStill = async (bench: Bench, pictureId: string, at: number): Promise<void> => {
  const picture = filePicture(bench.get().project.pictures[pictureId])
  const clip = picture?.clip
  if (!picture || !clip) return
  const { still } = changedClip(clip, { still: at })
  try {
    const kept = await sendStill(await clipStill(clip, still), still, picture.name, clip, false)
    bench.commit('Still of a clip', (project) =>
      setClip.record(project, { pictureId, change: { still }, hash: kept.hash }),
    )
    say(bench, 'Stills and exports of pictures show this moment now.')
  } catch (error) {
    const words =
      error instanceof ApiError || isFailure(error) ? error.message : 'The still could not be kept. Try again.'
    say(bench, words, 'fault')
  }
}
