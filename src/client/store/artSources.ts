import { filePicture } from '@/core/document/sheetPictures'
import type { ArtAnswer, PictureAnswer } from '@/contract/api'
import { Failure, isFailure } from '@/core/failure'
import { isOpeningName } from '@/core/formats/openingNames'
import { shownTake } from '@/core/document/read'
import { scaling } from '@/core/geometry/matrix'
import { boundsOf } from '@/core/path/extent'
import { transformPath } from '@/core/path/transform'
import type { Opening } from '@/core/region/openings'
import { sendFile } from '@/client/http/api'
import { artWords, storedArt, type Art, type ArtPart } from '@/client/store/artwork'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { selectedFrame } from '@/client/store/selection'
import { closeArtwork, openOpenings } from '@/client/store/slices/dialogs'
import { notify } from '@/client/store/slices/notices'
import type { ArtLayer, BenchState, OpeningsSource } from '@/client/store/state'
import { addToLibrary } from '@/client/store/uploads'

const layerOf = (picture: PictureAnswer, name = picture.name): ArtLayer => ({
  name,
  hash: picture.hash,
  picture,
  opacity: 1,
  blend: 'normal',
  use: 'art',
})

/** A picture of the supplies as art with openings. */
export const sourceOfPicture = (picture: PictureAnswer): OpeningsSource => ({
  name: picture.name,
  pixels: { w: picture.width, h: picture.height },
  layers: [layerOf(picture)],
  onSheet: null,
  notes: [],
})

const withUses = (layers: readonly ArtLayer[]): readonly ArtLayer[] => {
  const named = layers.map((layer): ArtLayer => (isOpeningName(layer.name) ? { ...layer, use: 'opening' } : layer))
  // Where every name says so, none of them marks anything.
  return named.some(({ use }) => use === 'art') ? named : layers
}

/** How all of several names begin, up to the end of a word; empty where they share none. */
export const sharedStart = (names: readonly string[]): string => {
  const [first = '', ...others] = names
  let length = 0
  while (length < first.length && others.every((name) => name[length] === first[length])) length += 1
  const start = first.slice(0, length)
  return start.slice(0, Math.max(start.lastIndexOf(' '), start.lastIndexOf('_'), start.lastIndexOf('-')) + 1)
}

/** Pictures of one size as layers of one art, the first at the bottom. Throws in words where their sizes differ. */
export const sourceOfPictures = (pictures: readonly PictureAnswer[]): OpeningsSource => {
  const [first] = pictures
  if (!first) throw new Failure('refused', 'Choose pictures first.')
  const other = pictures.find(({ width, height }) => width !== first.width || height !== first.height)
  if (other)
    throw new Failure(
      'refused',
      `Layers of one art have one size: ${first.name} has ${first.width} × ${first.height} px, ${other.name} ${other.width} × ${other.height} px. Choose one file, or layers of one size.`,
    )
  // Layers of one file are told apart by how their names end.
  const start = sharedStart(pictures.map(({ name }) => name))
  const layers = pictures.map((picture) => layerOf(picture, picture.name.slice(start.length) || picture.name))
  const name = start.slice(0, -1).trim() || first.name
  return { ...sourceOfPicture(first), name, layers: withUses(layers) }
}

/** Layered art that came in. */
const sourceOfArt = ({ name, width, height, layers, notes }: ArtAnswer): OpeningsSource => ({
  name,
  pixels: { w: width, h: height },
  layers: withUses(
    layers.map(({ name: own, picture, opacity, blend, isVisible }) => ({
      ...layerOf(picture, own),
      opacity,
      blend,
      use: isVisible ? 'art' : 'none',
    })),
  ),
  onSheet: null,
  notes,
})

/** Parts of a drawing that their names mark as openings, in pixels of its picture. */
const markedOpenings = (parts: readonly ArtPart[], scale: number): readonly Opening[] =>
  parts
    .filter(({ name }) => isOpeningName(name))
    .map(({ outline: drawn }): Opening => {
      const outline = { ...drawn, path: transformPath(scaling(scale), drawn.path) }
      const bounds = boundsOf(outline.path)
      const area = (bounds.x1 - bounds.x0) * (bounds.y1 - bounds.y0)
      return { outline, under: outline, bounds, area, kind: 'inside' }
    })

/** A file or picture of the library that was read as artwork, as art with openings; it is kept in the library first. */
export const sourceOfRead = async (bench: Bench, art: Art): Promise<OpeningsSource> => {
  const picture = await storedArt(bench, art.source)
  const source = sourceOfPicture(picture)
  if (art.isTraced) return source
  const marked = markedOpenings(art.parts, picture.width / art.size.w)
  const layer: ArtLayer = { ...layerOf(picture, 'Marked in the drawing'), use: 'opening', marked }
  return marked.length ? { ...source, layers: [...source.layers, layer] } : source
}

/** Pictures that were read as artwork, as layers of one art: the first at the bottom. Throws in words. */
export const sourceOfLayers = async (bench: Bench, arts: readonly Art[]): Promise<OpeningsSource> => {
  const pictures: PictureAnswer[] = []
  for (const { source } of arts) pictures.push(await storedArt(bench, source))
  return sourceOfPictures(pictures)
}

export const isOpenRaster = (file: File): boolean => /\.ora$/i.test(file.name) || file.type === 'image/openraster'

const bringLayersIn = async (bench: Bench, file: File): Promise<OpeningsSource> => {
  const name = encodeURIComponent(file.name.slice(0, 200))
  const art = await sendFile<ArtAnswer>(`/art?name=${name}`, file, () => undefined).done
  art.layers.forEach(({ picture }) => addToLibrary(bench, picture))
  return sourceOfArt(art)
}

/** Brings the layers of an OpenRaster file into the library and opens the dialog of their openings; faults are said. */
export const openLayeredArt = async (bench: Bench, file: File): Promise<void> => {
  if (bench.get().dialog === 'artwork') closeArtwork(bench)
  say(bench, `Reading the layers of ${file.name}…`)
  try {
    const source = await bringLayersIn(bench, file)
    notify(bench, null)
    // Who has opened another dialog meanwhile finds the layers among the pictures.
    if (bench.get().dialog === 'none') openOpenings(bench, source)
    else say(bench, `The layers of ${file.name} are among the pictures now.`)
  } catch (error) {
    say(bench, `${file.name}: ${artWords(error)}`, 'fault')
  }
}

/** Opens the dialog for pictures as layers of one art, the first at the bottom; says why they cannot be. */
export const openAsLayers = (bench: Bench, pictures: readonly PictureAnswer[]): void => {
  try {
    openOpenings(bench, sourceOfPictures(pictures))
  } catch (error) {
    if (!isFailure(error)) throw error
    say(bench, error.message, 'fault')
  }
}

/** The picture of the selected frame as art with openings; null where it shows none of its own. */
export const selectedSource = (state: BenchState): OpeningsSource | null => {
  const frame = selectedFrame(state)
  const placed = frame && shownTake(frame.fill)?.placed
  const picture = placed && filePicture(shownProject(state).pictures[placed.pictureId])
  if (!frame || !picture) return null
  const { hash, name, pixels } = picture
  const layer: ArtLayer = { name, hash, picture: null, opacity: 1, blend: 'normal', use: 'art' }
  return { name, pixels, layers: [layer], onSheet: { sheetId: state.sheetId, frameId: frame.id }, notes: [] }
}

/** Opens the dialog for what is selected. */
export const openSelectedOpenings = (bench: Bench): void => {
  const source = selectedSource(bench.get())
  if (source) openOpenings(bench, source)
}
