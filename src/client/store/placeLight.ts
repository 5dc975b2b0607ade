import { withPictureUrl } from '@/client/stage/sheetUrl'
import { isFailure } from '@/core/failure'
import { frameOrBackground } from '@/core/document/background'
import { freed } from '@/core/document/colours'
import { toneOfSample, matchedLight, whiteOfSample, type Sample } from '@/core/adjust/match'
import { adjustPictures } from '@/core/document/edits/adjust'
import { setShade } from '@/core/document/edits/laid'
import { placedIn } from '@/core/document/content'
import { seenQuad } from '@/core/document/laid'
import type { SurfaceShade } from '@/core/document/plane'
import type { Frame } from '@/core/document/types'
import { apply, invert } from '@/core/geometry/matrix'
import { mapQuad, quadMiddle, type Quad } from '@/core/geometry/quad'
import { levelCount, levelWithin } from '@/core/render/needs'
import { levelUrl } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { sourceAt, type Source } from '@/client/store/pictureUnder'
import { selectedFrame } from '@/client/store/selection'
import { askTones } from '@/client/workers/tones'

/** Pixels of the level in which a place is looked at. */
const LOOKED_PIXELS = 400_000

interface Place {
  readonly sheetId: string
  readonly frame: Frame
  readonly source: Source
  /** Where the frame is seen, in pixels of the picture beneath. */
  readonly corners: Quad
}

/** Where the selected frame is seen on the picture beneath it. */
const placeOf = (bench: Bench): Place | null => {
  const frame = selectedFrame(bench.get())
  if (!frame) return null
  const quad = seenQuad(shownSheet(bench.get()), frame)
  const source = sourceAt(bench, quadMiddle(quad), frame.id)
  if (!source) return null
  const back = invert(source.toSheet)
  return { sheetId: bench.get().sheetId, frame, source, corners: mapQuad(quad, (p) => apply(back, p)) }
}

/** Is the frame still as it was when its place was asked for? Says so if not. */
const isStill = (bench: Bench, { sheetId, frame }: Place): boolean => {
  const sheet = bench.get().project.sheets[sheetId]
  const isSame = sheet !== undefined && frameOrBackground(sheet, frame.id) === frame
  if (!isSame) say(bench, 'The frame was changed while its place was looked at. Press again.')
  return isSame
}

const NO_PLACE = 'There is no flat picture beneath it whose light could be taken.'

const sampleOf = async (
  bench: Bench,
  place: Pick<Place, 'source' | 'corners'>,
  want: 'within' | 'around',
): Promise<Sample | null> => {
  const { ref } = place.source
  const url = levelUrl(ref.hash, levelWithin(ref.pixels, LOOKED_PIXELS))
  const job = { url, picture: ref.pixels, adjustments: {}, want, corners: place.corners } as const
  const { sample } = await askTones(bench, job)
  return sample?.length ? sample : null
}

const ownSample = async (bench: Bench, pictureId: string): Promise<Sample | null> => {
  const picture = bench.get().project.pictures[pictureId]
  if (!picture) return null
  const answer = await withPictureUrl(bench.get().project, picture, levelCount(picture.pixels) - 1, (url) =>
    askTones(bench, { url, picture: picture.pixels, adjustments: {}, want: 'sample' }),
  )
  return answer?.sample ?? null
}

const matchNow = async (bench: Bench): Promise<void> => {
  bench.endBurst()
  const place = placeOf(bench)
  const placed = place && placedIn(shownSheet(bench.get()), place.frame)
  if (!place) return say(bench, NO_PLACE)
  if (!placed) return say(bench, 'Fill the frame with a picture first.')
  const [around, own] = [await sampleOf(bench, place, 'around'), await ownSample(bench, placed.pictureId)]
  const tone = around && toneOfSample(around)
  if (!tone || !own) return say(bench, NO_PLACE)
  if (!isStill(bench, place)) return
  const { sheetId } = place
  const held = freed(placed.adjustments ?? {}, bench.get().project.slots)
  const { exposure, warmth } = matchedLight(own, held, tone)
  bench.commit('Match the light of its place', (now) =>
    adjustPictures.record(now, {
      sheetId,
      ids: [place.frame.id],
      change: (before) => ({
        ...before,
        ...(exposure === undefined ? {} : { exposure }),
        ...(warmth === undefined ? {} : { warmth }),
      }),
    }),
  )
  say(bench, 'Exposure and warmth now follow its place. The tones can be changed, or taken off.')
}

/** A shade at first: as strong as it is seen. */
const FIRST_STRENGTH = 1
/** Nothing is so dark that its shade would be told from less. */
const LEAST_WHITE = 0.05

const toggleNow = async (bench: Bench): Promise<void> => {
  bench.endBurst()
  const frame = selectedFrame(bench.get())
  const { sheetId } = bench.get()
  // It comes off also where there is no picture beneath any more.
  if (frame?.shade)
    return bench.commit('Take the shade off', (project) =>
      setShade.record(project, { sheetId, ids: [frame.id], shade: null }),
    )
  const place = placeOf(bench)
  const sample = place && (await sampleOf(bench, place, 'within'))
  if (!place || !sample) return say(bench, NO_PLACE)
  if (!isStill(bench, place)) return
  const shade = { of: place.source.id, strength: FIRST_STRENGTH, white: Math.max(LEAST_WHITE, whiteOfSample(sample)) }
  bench.commit('Lay the shade of the surface over it', (project) =>
    setShade.record(project, { sheetId, ids: [place.frame.id], shade }),
  )
}

/** How strong and how smooth the shade is, while a hand slides it. */
export const slideShade = (bench: Bench, change: Pick<Partial<SurfaceShade>, 'strength' | 'smooth'>): void => {
  const frame = selectedFrame(bench.get())
  const { sheetId } = bench.get()
  if (!frame?.shade) return
  const shade: { -readonly [K in keyof SurfaceShade]: SurfaceShade[K] } = { ...frame.shade, ...change }
  if (shade.smooth === 0) delete shade.smooth
  const recorded = setShade.record(shownProject(bench.get()), { sheetId, ids: [frame.id], shade })
  const step = change.smooth === undefined ? 'Strength of the shade' : 'Smoothness of the shade'
  bench.burst(`shade-${frame.id}-${step}`, step, recorded)
}

/** What shows on a screen or a print in a photograph is no shade: only what is larger is taken over at first. */
const FIRST_SMOOTH = 0.012

/** The shade of the flat picture beneath four corners of the sheet, smoothed; null where there is none. */
export const shadeUnder = async (bench: Bench, quad: Quad): Promise<SurfaceShade | null> => {
  const source = sourceAt(bench, quadMiddle(quad), null)
  if (!source) return null
  const back = invert(source.toSheet)
  const sample = await sampleOf(bench, { source, corners: mapQuad(quad, (p) => apply(back, p)) }, 'within')
  if (!sample) return null
  const white = Math.max(LEAST_WHITE, whiteOfSample(sample))
  return { of: source.id, strength: FIRST_STRENGTH, white, smooth: FIRST_SMOOTH }
}

/** What could not be worked out is said, and changes nothing. */
const orSay = async (bench: Bench, work: (bench: Bench) => Promise<void>): Promise<void> => {
  try {
    await work(bench)
  } catch (error) {
    say(bench, isFailure(error) ? error.message : 'The light of its place could not be read. Try again.', 'fault')
  }
}

/** Brings brightness and warmth of the selected picture towards those of what surrounds it: as tones, to be changed or taken off. */
export const matchLight = (bench: Bench): Promise<void> => orSay(bench, matchNow)

/** Lays the shade of the surface beneath over the selected frame, or takes it off. */
export const toggleShade = (bench: Bench): Promise<void> => orSay(bench, toggleNow)
