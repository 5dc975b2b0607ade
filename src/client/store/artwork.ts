import { isFailure, Failure } from '@/core/failure'
import type { ArtKind } from '@/core/formats/svg/artwork'
import { compose, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import type { Size } from '@/core/geometry/vector'
import { piecesOf } from '@/core/path/contours'
import { boundsOf } from '@/core/path/extent'
import type { Outline } from '@/core/path/path'
import { svgTextOf } from '@/core/path/svgText'
import { transformPath } from '@/core/path/transform'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { addFrame } from '@/core/document/edits/frames'
import { frameOfOutline } from '@/core/document/edits/stencils'
import { newFrame } from '@/core/document/create'
import { isOutlineSound } from '@/core/document/outline'
import { unionRects } from '@/core/geometry/rect'
import { joinOutlines } from '@/core/region/trace'
import type { NewStencil, PictureAnswer } from '@/contract/api'
import { ApiError, levelUrl, sendFile } from '@/client/http/api'
import { freePlace, sensibleSize } from '@/core/document/arrange'
import { newItemId } from '@/client/store/actions'
import { withPicture } from '@/client/store/libraryPictures'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { keepAll } from '@/client/store/keptStencils'
import { say } from '@/client/store/notices'
import { select, selectItems } from '@/client/store/selection'
import { addToLibrary } from '@/client/store/uploads'
import { askOutlines } from '@/client/workers/outlines'
import { viewMiddle } from '@/client/store/view'

/** A part of artwork that can be taken as a stencil. */
export interface ArtPart {
  readonly name: string
  readonly outline: Outline
  readonly kind: ArtKind
}

/** What a file or picture holds. */
export interface Art {
  readonly name: string
  readonly parts: readonly ArtPart[]
  readonly size: Size
  readonly notes: readonly string[]
  readonly source: File | PictureAnswer
  /** Its parts were traced along its transparency, which would make a mask; else they are those of a drawing. */
  readonly isTraced: boolean
  /** Its transparency has soft edges. */
  readonly isSoft: boolean
}

/** The parts that are likely meant: what is filled; of a drawing of lines alone, the lines. */
export const likelyParts = ({ parts }: Pick<Art, 'parts'>): readonly number[] => {
  const of = (kind: ArtKind): readonly number[] => parts.flatMap((part, i) => (part.kind === kind ? [i] : []))
  const filled = of('fill')
  return filled.length ? filled : of('line')
}

/** All parts that the drawing shows; what lines go around it does not. */
export const paintedParts = ({ parts }: Pick<Art, 'parts'>): readonly number[] =>
  parts.flatMap(({ kind }, i) => (kind === 'inside' ? [] : [i]))

/** What is to be known of a drawing's lines; null where it has none. */
export const wordsOnLines = ({ parts }: Pick<Art, 'parts'>): string | null => {
  const lines = parts.filter(({ kind }) => kind === 'line').length
  if (!lines) return null
  const [these, are] = lines === 1 ? ['Its one line', 'is'] : [`Its ${lines} lines`, 'are']
  return parts.some(({ kind }) => kind === 'fill')
    ? `${these} ${are} left out: tick “line” to take as a shape what each covers.`
    : `This drawing has lines only. ${these} ${are} taken as the shapes that the pen covers; tick “inside” for what lines go around.`
}

const baseName = (name: string): string => name.replace(/\.[A-Za-z0-9]{2,5}$/, '').slice(0, 100) || 'Outline'

const MOST_SVG = 12_000_000

const readDrawing = async (bench: Bench, file: File): Promise<Art> => {
  if (file.size > MOST_SVG)
    throw new Failure('too-large', `${file.name} is too large: an SVG may have 12 MB. Simplify it and try again.`)
  const made = await askOutlines(bench, { job: 'svg', text: await file.text() })
  return {
    name: baseName(file.name),
    size: made.size ?? { w: 100, h: 100 },
    notes: made.notes ?? [],
    source: file,
    isTraced: false,
    isSoft: false,
    parts: made.outlines.map((outline, i) => ({
      name: made.names?.[i] ?? `Part ${i + 1}`,
      outline,
      kind: made.kinds?.[i] ?? 'fill',
    })),
  }
}

const tracedArt = async (
  bench: Bench,
  name: string,
  url: string,
  picture: Size,
  source: Art['source'],
): Promise<Art> => {
  const made = await askOutlines(bench, { job: 'alpha', url, picture })
  return {
    name,
    size: picture,
    notes: made.outlines.length ? [] : ['This picture has no transparent part to follow.'],
    source,
    isTraced: true,
    isSoft: made.isSoft ?? false,
    parts: made.outlines.map((outline, i) => ({ name: `Part ${i + 1}`, outline, kind: 'fill' })),
  }
}

const readPixels = async (bench: Bench, file: File): Promise<Art> => {
  const bitmap = await createImageBitmap(file)
  const size = { w: bitmap.width, h: bitmap.height }
  bitmap.close()
  const url = URL.createObjectURL(file)
  try {
    return await tracedArt(bench, baseName(file.name), url, size, file)
  } finally {
    URL.revokeObjectURL(url)
  }
}

/** Reads a file or a picture of the library as artwork. Throws in words. */
export const readArt = async (bench: Bench, source: File | PictureAnswer): Promise<Art> => {
  if (!(source instanceof File))
    return tracedArt(bench, source.name, levelUrl(source.hash, 0), { w: source.width, h: source.height }, source)
  if (/\.svg$/i.test(source.name) || source.type === 'image/svg+xml') return readDrawing(bench, source)
  if (!/^image\/(png|webp|avif|gif)$/.test(source.type))
    throw new Failure('picture-kind', `${source.name}: choose an SVG, or a PNG or WebP with transparency.`)
  return readPixels(bench, source)
}

export const artWords = (error: unknown): string =>
  isFailure(error) || error instanceof ApiError
    ? error.message
    : 'This file cannot be read. Save it again as SVG or PNG and try once more.'

/** How chosen parts become stencils. */
export interface ArtChoice {
  /** All as one, one for each part, or one for each piece that hangs together. */
  readonly as: 'one' | 'parts' | 'pieces'
  readonly soft: boolean
}

interface Made {
  readonly name: string
  readonly outline: Outline
}

/** The outlines that the chosen parts make, in the artwork's own units. */
export const madeOf = async (
  bench: Bench,
  art: Art,
  chosen: readonly number[],
  { as }: ArtChoice,
): Promise<readonly Made[]> => {
  const parts = chosen.flatMap((i) => art.parts[i] ?? [])
  if (as === 'parts') return parts.map(({ name, outline }) => ({ name, outline }))
  // Traced parts lie apart already; drawn ones may overlap.
  const whole =
    art.isTraced || parts.length < 2
      ? joinOutlines(parts.map(({ outline }) => outline))
      : ((await askOutlines(bench, { job: 'combine', how: 'unite', outlines: parts.map(({ outline }) => outline) }))
          .outlines[0] ?? joinOutlines([]))
  const rule = parts.length === 1 ? (parts[0]?.outline.fillRule ?? 'evenodd') : 'evenodd'
  const one = { path: whole.path, fillRule: rule }
  if (as === 'one') return [{ name: art.name, outline: one }]
  return piecesOf(one).map((outline, i) => ({ name: `${art.name} ${i + 1}`, outline }))
}

const SHARE = 0.6

/** Artwork units → sheet points: as large as 60% of the sheet, in its middle. */
const ontoSheet = (bench: Bench, made: readonly Made[]): Matrix => {
  const { size } = shownSheet(bench.get())
  const r = unionRects(made.map(({ outline }) => boundsOf(outline.path)))
  const k = Math.min((size.w * SHARE) / (r.x1 - r.x0 || 1), (size.h * SHARE) / (r.y1 - r.y0 || 1))
  return compose(translation(size.w / 2, size.h / 2), scaling(k), translation(-(r.x0 + r.x1) / 2, -(r.y0 + r.y1) / 2))
}

/** Puts the outlines on the sheet as empty frames, standing to one another as in the artwork. */
export const putOnSheet = (bench: Bench, made: readonly Made[]): boolean => {
  const { sheetId } = bench.get()
  const m = ontoSheet(bench, made)
  const frames = made
    .map(({ name, outline }) => ({ name, outline: { ...outline, path: transformPath(m, outline.path) } }))
    .filter(({ outline }) => isOutlineSound(outline))
    .map(({ name, outline }) => frameOfOutline(newItemId(), name, outline))
  if (!frames.length) {
    say(bench, 'Nothing of this is large enough for a frame.')
    return false
  }
  bench.commit(frames.length > 1 ? `Put ${frames.length} outlines` : 'Put outline', (project) =>
    frames.reduce<Recorded>(
      (sofar, frame) => joinRecorded(sofar, (at) => addFrame.record(at, { sheetId, frame })),
      unchanged(project),
    ),
  )
  selectItems(
    bench,
    frames.map(({ id }) => id),
  )
  return true
}

const DECIMALS = 4

/** Keeps the outlines in a category of one's own. */
export const keepMade = (bench: Bench, made: readonly Made[], category: string): Promise<boolean> => {
  const stencils = made.flatMap(({ name, outline }): readonly NewStencil[] => {
    const r = boundsOf(outline.path)
    const [w, h] = [r.x1 - r.x0, r.y1 - r.y0]
    if (!(w > 0) || !(h > 0)) return []
    const k = 400 / Math.max(w, h)
    const m = compose(scaling(k), translation(-(r.x0 + r.x1) / 2, -(r.y0 + r.y1) / 2))
    const d = svgTextOf(transformPath(m, outline.path), DECIMALS)
    return [
      {
        name: name.slice(0, 100),
        category: category.trim() || 'Mine',
        aspect: Math.min(1000, Math.max(0.001, w / h)),
        stencil: { kind: 'path', d, fillRule: outline.fillRule },
      },
    ]
  })
  return keepAll(bench, stencils)
}

/** The artwork's picture in the library; a file is sent there first. */
export const storedArt = async (bench: Bench, source: File | PictureAnswer): Promise<PictureAnswer> => {
  if (!(source instanceof File)) return source
  const name = encodeURIComponent(source.name.slice(0, 200))
  const picture = await sendFile<PictureAnswer>(`/pictures?name=${name}`, source, () => undefined).done
  addToLibrary(bench, picture)
  return picture
}

/** Puts a frame on the sheet that a picture's transparency masks with its soft edges. */
export const putSoftMask = async (bench: Bench, art: Art, chosen: readonly number[]): Promise<boolean> => {
  const { source } = art
  // Sending takes a while: the sheet that is meant is the one shown now.
  const { sheetId } = bench.get()
  const picture = await storedArt(bench, source)
  const outline = joinOutlines(chosen.flatMap((i) => art.parts[i]?.outline ?? []))
  const sheet = bench.get().project.sheets[sheetId]
  if (!sheet) return false
  const box = freePlace(
    sheet,
    sensibleSize(sheet, { kind: 'rectangle' }, art.size.w / art.size.h),
    viewMiddle(bench.get()),
  )
  const id = newItemId()
  // The outline lies within the picture as it does here, which fills the box.
  const m = compose(scaling(1 / art.size.w, 1 / art.size.h), translation(-art.size.w / 2, -art.size.h / 2))
  const d = svgTextOf(transformPath(m, outline.path), 6)
  bench.commit('Put soft mask', (project) =>
    withPicture(project, picture, (at, pictureId) =>
      addFrame.record(at, {
        sheetId,
        frame: newFrame(id, { kind: 'mask', pictureId, d, fillRule: 'evenodd' }, box, art.name),
      }),
    ),
  )
  if (bench.get().sheetId === sheetId) select(bench, id)
  return true
}
