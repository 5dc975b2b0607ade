import type { Container } from '@/core/film/clip'
import { openImageClip } from '@/client/clips/imageReader'
import type { ClipReader, ClipSource } from '@/client/clips/reader'
import { openVideo } from '@/client/clips/videoReader'

const FILMS: ReadonlySet<Container> = new Set(['mp4', 'webm', 'mov'])

/** Opens a clip that the server keeps, or one that a person chose. Throws in words where it can't be shown. */
export const openClip = (source: ClipSource, container?: Container): Promise<ClipReader> => {
  const isFilm = container ? FILMS.has(container) : !('blob' in source && source.blob.type.startsWith('image/'))
  return isFilm ? openVideo(source) : openImageClip(source)
}
