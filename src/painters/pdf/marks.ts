import { growRect, rectCentre, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { ellipsePath, type Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { translation } from '@/core/geometry/matrix'
import { boundsOf } from '@/core/path/extent'
import { MARKS_ROOM, type PrintMark } from '@/core/formats/outputFormats'
import type { Content, PdfBook } from '@/painters/pdf/book'
import { fillText, kept, numberText, pathText, rectText, fillColour } from '@/painters/pdf/operators'

/** Trim marks keep away from the bleed, and at least so far from the trimmed edge. */
const AWAY = 3
const AWAY_FROM_TRIM = 6
const LENGTH = 18
const HAIRLINE = 0.25
const TARGET = 4
const BAR = 9
/** What stands in line keeps so far from the trim mark beside it. */
const BESIDE = 9

/** Marks are printed on every plate: the colorant All (ISO 32000-1, 8.6.6.4), black where there are no plates. */
const allPlates = (book: PdfBook): unknown => [
  'Separation',
  'All',
  'DeviceGray',
  book.object({ FunctionType: 2, Domain: [0, 1], C0: [1], C1: [0], N: 1 }),
]

const line = (from: Point, to: Point): string =>
  `${numberText(from.x)} ${numberText(from.y)} m ${numberText(to.x)} ${numberText(to.y)} l S`

/** Two at each corner, in line with the trimmed edges, clear of the bleed. */
const trimMarks = (trim: Rect, bleed: Rect): readonly string[] =>
  [trim.x0, trim.x1].flatMap((x) =>
    [trim.y0, trim.y1].flatMap((y) => {
      const sideways = x === trim.x0 ? -1 : 1
      const upward = y === trim.y0 ? -1 : 1
      const fromX = awayFrom(x, sideways < 0 ? bleed.x0 : bleed.x1, sideways)
      const fromY = awayFrom(y, upward < 0 ? bleed.y0 : bleed.y1, upward)
      return [
        line({ x: fromX, y }, { x: fromX + sideways * LENGTH, y }),
        line({ x, y: fromY }, { x, y: fromY + upward * LENGTH }),
      ]
    }),
  )

const awayFrom = (trim: number, bleed: number, way: number): number =>
  way < 0 ? Math.min(bleed - AWAY, trim - AWAY_FROM_TRIM) : Math.max(bleed + AWAY, trim + AWAY_FROM_TRIM)

/** A circle with a cross in the middle of each side. */
const targets = (bleed: Rect): readonly string[] => {
  const { x, y } = rectCentre(bleed)
  const out = growRect(bleed, MARKS_ROOM / 2)
  const middles = [
    { x, y: out.y0 },
    { x, y: out.y1 },
    { x: out.x0, y },
    { x: out.x1, y },
  ]
  return middles.flatMap((at) => [
    `${pathText(transformPath(translation(at.x, at.y), ellipsePath(TARGET, TARGET)))} S`,
    line({ x: at.x - 2 * TARGET, y: at.y }, { x: at.x + 2 * TARGET, y: at.y }),
    line({ x: at.x, y: at.y - 2 * TARGET }, { x: at.x, y: at.y + 2 * TARGET }),
  ])
}

const channel = [0, 255]
/** The corners of the colour cube but white, and greys between. */
const BAR_COLOURS = [
  ...channel
    .flatMap((r) => channel.flatMap((g) => channel.map((b) => ({ r, g, b }))))
    .filter(({ r, g, b }) => r + g + b < 765),
  ...[64, 128, 191].map((grey) => ({ r: grey, g: grey, b: grey })),
]

/** Squares of known colours below the sheet, left of the middle, as many as there is room for. */
const bars = (trim: Rect, bleed: Rect): readonly string[] => {
  const y = bleed.y1 + (MARKS_ROOM - BAR) / 2
  const left = trim.x0 + BESIDE
  const room = Math.floor((rectCentre(bleed).x - 3 * TARGET - left) / BAR)
  return BAR_COLOURS.slice(0, Math.max(0, room)).flatMap((colour, i) => [
    fillColour(colour),
    `${rectText({ x0: left + i * BAR, y0: y, x1: left + (i + 1) * BAR, y1: y + BAR })} f`,
  ])
}

/** A line of words as an outline, above the sheet, left of the middle; made smaller where it is too long. */
const slugLine = (words: Outline, trim: Rect, bleed: Rect): readonly string[] => {
  if (!words.path.length) return []
  const extent = boundsOf(words.path)
  const left = trim.x0 + BESIDE
  const room = { w: rectCentre(bleed).x - 3 * TARGET - left, h: BAR }
  const scale = Math.min(room.w / (extent.x1 - extent.x0), room.h / (extent.y1 - extent.y0))
  if (!(scale > 0)) return []
  const y = bleed.y0 - MARKS_ROOM / 2 - ((extent.y1 - extent.y0) * scale) / 2
  const matrix = { a: scale, b: 0, c: 0, d: scale, e: left - extent.x0 * scale, f: y - extent.y0 * scale }
  return [pathText(transformPath(matrix, words.path)), fillText(words)]
}

export interface MarksPlace {
  readonly trim: Rect
  readonly bleed: Rect
  /** What the slug says, as an outline in any points. */
  readonly words: Outline
}

/** Adds marks to the content of a page, outside its bleed. */
export const addMarks = (
  content: Content,
  book: PdfBook,
  marks: ReadonlySet<PrintMark>,
  { trim, bleed, words }: MarksPlace,
): void => {
  const lines = [
    ...(marks.has('trim') ? trimMarks(trim, bleed) : []),
    ...(marks.has('registration') ? targets(bleed) : []),
  ]
  const plates = content.use(book.name('ColorSpace', allPlates(book)))
  const ink = `${plates} CS 1 SC ${plates} cs 1 sc ${HAIRLINE} w`
  if (lines.length) content.paint(kept(ink, ...lines))
  if (marks.has('slug')) content.paint(kept(ink, ...slugLine(words, trim, bleed)))
  if (marks.has('bars')) content.paint(kept(...bars(trim, bleed)))
}
