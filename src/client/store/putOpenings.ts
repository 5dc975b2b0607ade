import { newFrame } from '@/core/document/create'
import { BACKGROUND_ID, backgroundFrame, pictureBackground } from '@/core/document/background'
import { joinRecorded, unchanged, type Recorded } from '@/core/document/edit'
import { addFrame } from '@/core/document/edits/frames'
import { markItems } from '@/core/document/edits/items'
import { cutArt, frameOpenings, looseArt, type ArtPiece, type OpeningFrame } from '@/core/document/edits/openings'
import { setBackground } from '@/core/document/edits/sheets'
import { pictureMatrix } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import type { Frame, Project, Sheet } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import { apply } from '@/core/geometry/matrix'
import { rectCentre, rectContains } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import type { Outline } from '@/core/path/path'
import { FIRST_CHOICE } from '@/core/region/choice'
import { joinOutlines } from '@/core/region/trace'
import { newItemId, noteUsed } from '@/client/store/actions'
import { recordFill, withPicture } from '@/client/store/libraryPictures'
import type { Bench } from '@/client/store/bench'
import { say } from '@/client/store/notices'
import {
  lookAtLayer,
  usedLayers,
  type FoundOpening,
  type OpeningsChoice,
  type UsedLayer,
} from '@/client/store/openings'
import { select } from '@/client/store/selection'
import { showTab } from '@/client/store/slices/supplies'
import type { LayerUse, OpeningsSource } from '@/client/store/state'

/** How art serves: over the pictures, as the sheet's background beneath them, or in pieces that move by themselves. */
export const ART_WAYS = ['over', 'background', 'pieces'] as const
export type ArtWay = (typeof ART_WAYS)[number]

/** An opening that a frame is made for. */
export interface ChosenOpening {
  readonly name: string
  readonly found: readonly FoundOpening[]
}

/** What was decided in the dialog. */
export interface OpeningsDecision {
  readonly uses: readonly LayerUse[]
  readonly way: ArtWay
  readonly by: OpeningsChoice['by']
  readonly chosen: readonly ChosenOpening[]
}

/** An opening as a frame, with the layer that it belongs to. */
interface LayerOpening extends OpeningFrame {
  readonly layer: number
  /** Where the art is cut, in pixels of it; null where one sees through it. */
  readonly cut: Outline | null
  readonly middle: { readonly x: number; readonly y: number }
}

/** A layer of art as it comes onto the sheet: the frame that shows it, or the background. */
interface PutLayer extends UsedLayer {
  readonly artId: string
}

/** Art is as large as the sheet allows, in its middle; just as large where the shapes are all but the same. */
const artBox = ({ size }: Sheet, { w, h }: Size): Box => {
  const k = Math.min(size.w / w, size.h / h)
  const isSame = Math.abs((size.w * h) / (size.h * w) - 1) < 0.01
  return { cx: size.w / 2, cy: size.h / 2, ...(isSame ? size : { w: w * k, h: h * k }) }
}

/** Where a picture lies that is the background. */
const backgroundArtBox = (project: Project, sheetId: string, { w, h }: Size): Box | null => {
  const sheet = sheetOf(project, sheetId)
  const frame = backgroundFrame(sheet)
  const m = frame && pictureMatrix(project, sheet, frame)
  if (!m) return null
  const { x, y } = apply(m, { x: w / 2, y: h / 2 })
  return { cx: x, cy: y, w: w * Math.hypot(m.a, m.b), h: h * Math.hypot(m.c, m.d) }
}

const steps = (project: Project, edits: readonly ((now: Project) => Recorded)[]): Recorded =>
  edits.reduce<Recorded>((sofar, edit) => joinRecorded(sofar, edit), unchanged(project))

const layerFrame = ({ artId, name, opacity, blend }: PutLayer, box: Box): Frame => ({
  ...newFrame(artId, { kind: 'rectangle' }, box, name),
  takesPictures: false,
  ...(opacity < 1 ? { opacity } : {}),
  ...(blend === 'normal' ? {} : { blend }),
})

/** Puts the layers on the sheet, from the bottom up; one that is the background there. */
const putLayers = (project: Project, sheetId: string, source: OpeningsSource, layers: readonly PutLayer[]): Recorded =>
  steps(
    project,
    layers.map((layer) => (now: Project): Recorded => {
      const { picture, artId } = layer
      if (!picture) return unchanged(now)
      if (artId === BACKGROUND_ID)
        return withPicture(now, picture, (known, pictureId) =>
          setBackground.record(known, {
            sheetId,
            background: pictureBackground(sheetOf(known, sheetId).background, pictureId),
          }),
        )
      const under = layers.some((one) => one.artId === BACKGROUND_ID)
      const box =
        (under && backgroundArtBox(now, sheetId, source.pixels)) || artBox(sheetOf(now, sheetId), source.pixels)
      return joinRecorded(addFrame.record(now, { sheetId, frame: layerFrame(layer, box) }), (added) =>
        recordFill(added, sheetId, artId, picture),
      )
    }),
  )

/** The art over an opening: its own layer, or the next above a layer that is an opening; null above all of them. */
const artOver = (layers: readonly PutLayer[], layer: number): PutLayer | null =>
  layers.find(({ at }) => at >= layer) ?? null

const cutsOf = (openings: readonly LayerOpening[]): readonly Outline[] => openings.flatMap(({ cut }) => cut ?? [])

/** Frames for the openings of each layer, beneath it. */
const frameLayers = (
  project: Project,
  sheetId: string,
  layers: readonly PutLayer[],
  openings: readonly LayerOpening[],
): Recorded =>
  steps(project, [
    ...layers.map(({ artId, at }) => (now: Project): Recorded => {
      const own = openings.filter(({ layer }) => artOver(layers, layer)?.at === at)
      return joinRecorded(frameOpenings(now, { sheetId, artId, openings: own }), (framed) =>
        cutArt(framed, { sheetId, artId, cuts: cutsOf(own) }),
      )
    }),
    (now) => {
      const over = openings.filter(({ layer }) => !artOver(layers, layer))
      const top = layers.at(-1)
      return top ? frameOpenings(now, { sheetId, artId: top.artId, openings: over, over: true }) : unchanged(now)
    },
    // What has no opening covers others all the same: presses go through it.
    (now) => {
      const ids = layers.map(({ artId }) => artId).filter((id) => id !== BACKGROUND_ID)
      return layers.length > 1 ? markItems.record(now, { sheetId, ids, locked: true }) : unchanged(now)
    },
  ])

/** The pieces that the layers hang together in, each with the openings that lie within it. */
const piecesOf = async (
  bench: Bench,
  source: OpeningsSource,
  layers: readonly PutLayer[],
  openings: readonly LayerOpening[],
): Promise<ReadonlyMap<string, readonly ArtPiece[]>> => {
  const byLayer = new Map<string, readonly ArtPiece[]>()
  for (const layer of layers) {
    const look = { by: 'layer', points: [], choice: FIRST_CHOICE, grow: 1, cuts: false } as const
    const { openings: found } = await lookAtLayer(bench, source, layer, look)
    const own = openings.filter((one) => (artOver(layers, one.layer) ?? layers.at(-1))?.at === layer.at)
    /** The smallest piece around an opening. */
    const around = ({ middle }: LayerOpening): number => {
      const areas = found.map(({ bounds }) =>
        rectContains(bounds, middle) ? (bounds.x1 - bounds.x0) * (bounds.y1 - bounds.y0) : Infinity,
      )
      const least = Math.min(...areas)
      return Number.isFinite(least) ? areas.indexOf(least) : 0
    }
    const held = own.map((opening) => ({ opening, piece: around(opening) }))
    byLayer.set(
      layer.artId,
      found.map(({ under }, i) => {
        const inside = held.filter(({ piece }) => piece === i).map(({ opening }) => opening)
        return {
          id: newItemId(),
          groupId: newItemId().replace(/^f-/, 'g-'),
          name: found.length > 1 ? `${layer.name} ${i + 1}` : layer.name,
          outline: joinOutlines([under, ...cutsOf(inside)]),
          openings: inside,
        }
      }),
    )
  }
  return byLayer
}

const framesOf = ({ chosen, way, by }: OpeningsDecision): readonly LayerOpening[] =>
  chosen.flatMap((one) => {
    const [first] = one.found
    const cut = joinOutlines(one.found.map((found) => found.cut ?? found.outline))
    return first
      ? {
          id: newItemId(),
          name: one.name.trim() || 'Opening',
          // What lies over the art leaves its islands.
          outline: way === 'background' ? cut : joinOutlines(one.found.map(({ under }) => under)),
          cut: by === 'colour' && way !== 'background' ? cut : null,
          layer: first.layer,
          middle: rectCentre(first.bounds),
        }
      : []
  })

/** The sheet that is meant, or null, which is said, where the art is not on it any more. */
const placeOf = (bench: Bench, { onSheet }: OpeningsSource): string | null => {
  const { project, sheetId } = bench.get()
  const sheet = project.sheets[onSheet?.sheetId ?? sheetId]
  if (sheet && (!onSheet || sheet.items[onSheet.frameId]?.kind === 'frame')) return sheet.id
  say(bench, 'The art is not on the sheet any more. Open it again from there.')
  return null
}

/**
 * Puts frames for the chosen openings, and the art in the way that was chosen where it is not on the sheet yet. False, with
 * words, where nothing was made. Throws in words where the art cannot be read.
 */
export const putOpenings = async (
  bench: Bench,
  source: OpeningsSource,
  decision: OpeningsDecision,
): Promise<boolean> => {
  const { uses, way } = decision
  const arts = usedLayers(source, uses).filter(({ use }) => use === 'art')
  if (!arts.length) {
    say(bench, 'Keep one layer at least as art.')
    return false
  }
  const layers = arts.map((layer, i): PutLayer => ({
    ...layer,
    artId: source.onSheet?.frameId ?? (way === 'background' && i === 0 ? BACKGROUND_ID : newItemId()),
  }))
  const openings = framesOf(decision)
  const pieces = way === 'pieces' ? await piecesOf(bench, source, layers, openings) : null
  // Who has closed the dialog while the pieces were looked for wants none.
  if (pieces && bench.get().dialog !== 'openings') return false
  bench.endBurst()
  const sheetId = placeOf(bench, source)
  if (sheetId === null) return false
  bench.commit(openings.length > 1 ? `Frames for ${openings.length} openings` : 'Frame for the opening', (project) =>
    joinRecorded(putLayers(project, sheetId, source, layers), (now) =>
      pieces
        ? steps(
            now,
            layers.map(
              ({ artId }) =>
                (at: Project) =>
                  looseArt(at, { sheetId, artId, pieces: pieces.get(artId) ?? [] }),
            ),
          )
        : frameLayers(now, sheetId, layers, openings),
    ),
  )
  noteUsed(layers.flatMap(({ picture }) => picture?.hash ?? []))
  const made = openings.map(({ id }) => id).filter((id) => bench.get().project.sheets[sheetId]?.items[id])
  const [first] = made
  if (first === undefined) say(bench, 'None of these openings is large enough for a frame.')
  // Pictures that are pressed fill one after another from there.
  else if (bench.get().sheetId === sheetId) select(bench, first)
  if (first !== undefined) showTab(bench, 'Pictures')
  return made.length > 0
}
