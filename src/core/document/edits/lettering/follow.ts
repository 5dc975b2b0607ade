import type { Draft } from 'immer'
import { RANGE } from '@/core/tolerance'
import { normalTurn } from '@/core/geometry/angle'
import { clampSide } from '@/core/geometry/box'
import { apply, scaling, type Matrix } from '@/core/geometry/matrix'
import { parseSvgPath } from '@/core/path/svgPath'
import { svgTextOf } from '@/core/path/svgText'
import { transformPath } from '@/core/path/transform'
import { flipPicture } from '@/core/placement/move'
import { put } from '@/core/document/edit'
import { spanContent } from '@/core/document/content'
import { acrossSpan, isWord } from '@/core/document/lettering'
import { scaledLengths } from '@/core/lettering/settings'
import { sheetOf } from '@/core/document/read'
import { idsUnder, isLocked } from '@/core/document/tree'
import type { Lettering, Project, Span } from '@/core/document/types'

interface ItemsAddress {
  readonly sheetId: string
  readonly ids: readonly string[]
}

/** A text under way, with the span of the picture across it, if there is one: it is carried along. */
interface Carried {
  readonly lettering: Draft<Lettering>
  readonly letteringBefore: Lettering
  readonly span: Draft<Span> | undefined
  readonly spanBefore: Span | undefined
}

/** Runs over the texts that are moved as wholes, so that what moves with them counts as no nudge of a letter. */
const eachWord = (
  draft: Draft<Project>,
  project: Project,
  { sheetId, ids }: ItemsAddress,
  change: (carried: Carried) => void,
): void => {
  const sheet = sheetOf(project, sheetId)
  for (const id of idsUnder(sheet, ids)) {
    const item = sheet.items[id]
    const group = draft.sheets[sheetId]?.items[id]
    if (!isWord(item) || group?.kind !== 'group' || !group.lettering || isLocked(sheet, id)) continue
    const spanId = acrossSpan(sheet, item) ?? ''
    const span = draft.sheets[sheetId]?.spans[spanId]
    change({ lettering: group.lettering, letteringBefore: item.lettering, span, spanBefore: sheet.spans[spanId] })
  }
}

const putCentre = ({ lettering, letteringBefore, span, spanBefore }: Carried, m: Matrix): void => {
  const { x, y } = apply(m, { x: letteringBefore.pose.cx, y: letteringBefore.pose.cy })
  put(lettering.pose, 'cx', x)
  put(lettering.pose, 'cy', y)
  if (!span || !spanBefore) return
  const centre = apply(m, { x: spanBefore.box.cx, y: spanBefore.box.cy })
  put(span, 'box', { ...spanBefore.box, cx: centre.x, cy: centre.y })
}

/** Decimals of a hull's text, as in spans. */
const DECIMALS = 9

const putHull = ({ span, spanBefore }: Carried, m: Matrix): void => {
  if (span && spanBefore) put(span, 'hull', svgTextOf(transformPath(m, parseSvgPath(spanBefore.hull)), DECIMALS))
}

/** Texts follow a rigid move that turns by `turn` degrees. */
export const followMove = (draft: Draft<Project>, project: Project, at: ItemsAddress, move: Matrix, turn = 0): void =>
  eachWord(draft, project, at, (carried) => {
    const { lettering, letteringBefore, span, spanBefore } = carried
    putCentre(carried, move)
    put(lettering.pose, 'turn', normalTurn(letteringBefore.pose.turn + turn))
    if (span && spanBefore) put(span, 'turn', normalTurn(spanBefore.turn + turn))
  })

/** Texts follow a mirroring; `turned` gives the turn that becomes of one. */
export const followFlip = (
  draft: Draft<Project>,
  project: Project,
  at: ItemsAddress,
  mirror: Matrix,
  turned: (turn: number) => number,
): void =>
  eachWord(draft, project, at, (carried) => {
    const { lettering, letteringBefore, span, spanBefore } = carried
    putCentre(carried, mirror)
    put(lettering.pose, 'turn', normalTurn(turned(letteringBefore.pose.turn)))
    putHull(carried, scaling(-1, 1))
    if (span && spanBefore) {
      put(span, 'turn', normalTurn(turned(spanBefore.turn)))
      const content = spanContent(project, sheetOf(project, at.sheetId), spanBefore)
      const isOwn = spanBefore.source.kind === 'placed' && content
      const placed = isOwn ? flipPicture(content.placed, content.holder, 'x') : null
      if (placed) put(span, 'source', { kind: 'placed', placed } as Draft<Span['source']>) // stored as it is
    }
    if (letteringBefore.pose.flip) delete lettering.pose.flip
    else lettering.pose.flip = true
  })

/** A side that a resting letter may have, nearest to the one given. */
const restSide = (side: number): number => Math.min(RANGE.letterSide.max, Math.max(RANGE.letterSide.min, side))

/** Texts follow a sizing by `kx` and `ky` along the hull of turn `hullTurn`: so do their rests, their size and their box. */
export const followSize = (
  draft: Draft<Project>,
  project: Project,
  at: ItemsAddress,
  sized: { readonly matrix: Matrix; readonly kx: number; readonly ky: number; readonly hullTurn: number },
): void =>
  eachWord(draft, project, at, (carried) => {
    const { lettering, letteringBefore, span, spanBefore } = carried
    const lies = Math.abs(Math.abs(normalTurn(letteringBefore.pose.turn - sized.hullTurn)) - 90) < 45
    const [kx, ky] = lies ? [sized.ky, sized.kx] : [sized.kx, sized.ky]
    putCentre(carried, sized.matrix)
    putHull(carried, scaling(kx, ky))
    if (span && spanBefore)
      put(span, 'box', { ...span.box, w: clampSide(spanBefore.box.w * kx), h: clampSide(spanBefore.box.h * ky) })
    const { size, stretch, box, typedSize } = scaledLengths(letteringBefore, kx, ky)
    if (typedSize !== undefined) put(lettering, 'typedSize', typedSize)
    put(lettering, 'size', size)
    put(lettering, 'stretch', stretch)
    if (box) put(lettering, 'box', box)
    letteringBefore.letters.forEach(({ rest }, i) => {
      const letter = lettering.letters[i]
      if (!rest || !letter) return
      const [w, h] = [restSide(rest.w * kx), restSide(rest.h * ky)]
      put(letter, 'rest', { ...rest, cx: rest.cx * kx, cy: rest.cy * ky, w, h })
    })
  })
