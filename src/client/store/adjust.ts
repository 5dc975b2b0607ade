import { withPictureUrl } from '@/client/stage/sheetUrl'
import { freed, resolved } from '@/core/document/colours'
import { NO_ADJUSTMENTS, switched, valuesOf, type Adjustments } from '@/core/adjust/adjustments'
import type { Look } from '@/core/adjust/looks'
import { matchedTones, toneOfSample, type Sample } from '@/core/adjust/match'
import { placedIn } from '@/core/document/content'
import { adjustPictures, holdersUnder, withoutAdjustments } from '@/core/document/edits/adjust'
import { adjustmentsSchema } from '@/core/document/schema/placed'
import type { Frame, Project } from '@/core/document/types'
import { levelCount } from '@/core/render/needs'
import type { BenchState } from '@/client/store/state'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { keepCopy, keptCopy } from '@/client/store/keptCopy'
import { say } from '@/client/store/notices'
import { changeAdjustments, picturesToning } from '@/client/store/toning'
import { askTones } from '@/client/workers/tones'
import { showBefore } from '@/client/store/slices/view'
import { speak } from '@/client/store/slices/notices'
import { setMatching } from '@/client/store/slices/card'

/** Selected frames, those in groups and the background too, that show a picture. */
export const tonedFrames = (bench: Bench): readonly Frame[] => {
  const state = bench.get()
  const sheet = shownSheet(state)
  return holdersUnder(sheet, state.selection).filter((frame) => placedIn(sheet, frame))
}

const commit = (bench: Bench, name: string, change: (held: Adjustments) => Adjustments): void =>
  changeAdjustments(bench, picturesToning(bench), name, change)

export const resetAll = (bench: Bench): void => commit(bench, 'Reset adjustments', () => ({}))

export const applyLook = (bench: Bench, look: Look): void => commit(bench, `Look: ${look.name}`, () => look.adjustments)

/** The adjustments of the first picture that is selected. */
export const shownTones = (state: BenchState): Adjustments | null => {
  const sheet = shownSheet(state)
  const [frame] = holdersUnder(sheet, state.selection).filter((one) => placedIn(sheet, one))
  const placed = frame && placedIn(sheet, frame)
  return placed ? (placed.adjustments ?? NO_ADJUSTMENTS) : null
}

/** Switches the tones of what is selected off, or on again; their values stay. */
export const switchTones = (bench: Bench): void => {
  const isOff = shownTones(bench.get())?.off === true
  commit(bench, isOff ? 'Tones on' : 'Tones off', (held) => switched(held, !isOff))
}

const STORE = 'eager-stencil-tones'

export const copyTones = (bench: Bench): void => {
  const [frame] = tonedFrames(bench)
  const placed = frame && placedIn(shownSheet(bench.get()), frame)
  if (!placed) return say(bench, 'Select a frame with a picture first.')
  if (keepCopy(STORE, valuesOf(placed.adjustments ?? {}), bench.get().project.slots))
    return say(bench, 'The tones are copied. Select other pictures and paste them.')
  say(bench, 'The browser keeps no more: the tones were not copied.', 'fault')
}

export const pasteTones = (bench: Bench): void => {
  const kept = keptCopy<Adjustments>(STORE, adjustmentsSchema, bench.get().project.slots)
  if (!kept) return say(bench, 'No tones were copied yet. Select a picture and copy its tones.')
  if (!tonedFrames(bench).length) return say(bench, 'Select frames with pictures first.')
  commit(bench, 'Paste tones', () => kept)
}

/** Shows all pictures as they are without adjustments, or as adjusted again. */
export const toggleBefore = (bench: Bench): void => {
  const isBefore = !bench.get().isBefore
  showBefore(bench, isBefore)
  speak(bench, isBefore ? 'Before: without adjustments' : 'After: with adjustments')
}

const sampleOf = async (bench: Bench, pictureId: string): Promise<Sample | null> => {
  const picture = bench.get().project.pictures[pictureId]
  if (!picture) return null
  try {
    const level = levelCount(picture.pixels) - 1
    const answer = await withPictureUrl(bench.get().project, picture, level, (url) =>
      askTones(bench, { url, picture: picture.pixels, adjustments: {}, want: 'sample' }),
    )
    return answer?.sample ?? null
  } catch (error) {
    // The picture's file is gone or the server away: the page says that where it shows the picture.
    console.warn('A picture was not matched.', error)
    return null
  }
}

/** Brings the tones of the selected pictures to those of the one selected first; each keeps its other adjustments. */
export const matchToFirst = async (bench: Bench): Promise<void> => {
  bench.endBurst()
  const { selection } = bench.get()
  const frames = tonedFrames(bench)
  const model = frames.find(({ id }) => id === selection[0]) ?? frames[0]
  const sheet = shownSheet(bench.get())
  const target = model && placedIn(sheet, model)
  if (!model || !target || frames.length < 2)
    return say(bench, 'Select two or more pictures: the first selected gives the tones.')
  setMatching(bench, true)
  const own = await sampleOf(bench, target.pictureId)
  const { slots } = bench.get().project
  const tone = own && toneOfSample(own, freed(target.adjustments, slots))
  const found = new Map<string, Adjustments>()
  if (tone)
    for (const frame of frames) {
      const placed = placedIn(sheet, frame)
      const sample = placed && frame.id !== model.id ? await sampleOf(bench, placed.pictureId) : null
      const held = placed?.adjustments ?? {}
      // Colours of slots are seen as colours, and stay as they are.
      if (sample)
        found.set(frame.id, {
          ...matchedTones(sample, freed(held, slots), tone),
          ...(held.tones ? { tones: held.tones } : {}),
        })
    }
  setMatching(bench, false)
  if (!found.size) return say(bench, 'The pictures could not be read. Try again when they show.', 'fault')
  bench.commit('Match tones', (project) =>
    adjustPictures.record(project, {
      sheetId: sheet.id,
      ids: [...found.keys()],
      change: (held, frameId) => found.get(frameId) ?? held,
    }),
  )
  say(bench, `${found.size} brought to the tones of ${model.name}.`)
}

/** The project as it is looked at: to compare, without its adjustments. */
export const asSeen = (project: Project, isBefore: boolean): Project =>
  resolved(isBefore ? withoutAdjustments(project) : project)
