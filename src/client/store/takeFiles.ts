import { isOpenRaster, openLayeredArt } from '@/client/store/artSources'
import { addFaces, isFaceFile } from '@/client/store/faces'
import type { Bench } from '@/client/store/bench'
import type { Landing } from '@/client/store/landing'
import { addFiles } from '@/client/store/uploads'
import { openArtwork } from '@/client/store/slices/dialogs'

/** Typefaces join the letters. Layered art is asked about: which of its openings become frames. Drawings dropped by themselves may become stencils or pictures: that is asked. All else goes to the library. */
export const takeFiles = (bench: Bench, files: readonly File[], landing: Landing | null): void => {
  const faces = files.filter(isFaceFile)
  if (faces.length) void addFaces(bench, faces)
  const layered = files.find(isOpenRaster)
  if (layered) void openLayeredArt(bench, layered)
  const others = files.filter((file) => !faces.includes(file) && !isOpenRaster(file))
  if (!others.length) return
  if (others.every(({ name }) => /\.svg$/i.test(name))) openArtwork(bench, others)
  else void addFiles(bench, others, landing)
}
