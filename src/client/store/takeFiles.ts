import { isOpenRaster, openLayeredArt } from '@/client/store/artSources'
import { addFaces, isFaceFile } from '@/client/store/faces'
import type { Bench } from '@/client/store/bench'
import type { Landing } from '@/client/store/landing'
import { addFiles } from '@/client/store/uploads'
import { openArtwork } from '@/client/store/slices/dialogs'

/** One after another: the first opens its dialog, the layers of the others join the pictures. */
const openAll = async (bench: Bench, layered: readonly File[]): Promise<void> => {
  for (const file of layered) await openLayeredArt(bench, file)
}

/** Typefaces join the letters. Layered art is asked about: which of its openings become frames. Drawings dropped by themselves may become stencils or pictures: that is asked. All else goes to the library. */
export const takeFiles = (bench: Bench, files: readonly File[], landing: Landing | null): void => {
  const faces = files.filter(isFaceFile)
  if (faces.length) void addFaces(bench, faces)
  void openAll(bench, files.filter(isOpenRaster))
  const others = files.filter((file) => !faces.includes(file) && !isOpenRaster(file))
  if (!others.length) return
  if (others.every(({ name }) => /\.svg$/i.test(name))) openArtwork(bench, others)
  else void addFiles(bench, others, landing)
}
