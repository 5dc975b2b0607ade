import sharp from 'sharp'
import { kite } from './things'
import { newScene } from './scene'

/** A kite that flies to and fro on nothing, as an animated WebP. */
export const KITE_CLIP = { w: 880, h: 386, pictures: 40, rate: 12.5 } as const

/** Where the kite is, as shares of the sides, at a share of its round: a figure of eight, so that its end meets its beginning. */
const wayAt = (share: number): { readonly x: number; readonly y: number; readonly tilt: number } => {
  const turn = 2 * Math.PI * share
  return { x: 0.5 + 0.38 * Math.sin(turn), y: 0.42 + 0.2 * Math.sin(2 * turn), tilt: 0.5 * Math.cos(turn) }
}

const pictureAt = (k: number): Buffer => {
  const { w, h, pictures } = KITE_CLIP
  // The same seed each time: only what flies changes, not the tail's own wind.
  const scene = newScene(w, h, 77)
  const { x, y, tilt } = wayAt(k / pictures)
  kite(scene, x * w, y * h, h * 0.17, 1, tilt, [w * 0.5, h * 1.15])
  return Buffer.from(scene.c.getImageData(0, 0, w, h).data)
}

/** The clip's file, and its first picture as PNG. */
export const kiteClip = async (): Promise<{ readonly clip: Buffer; readonly still: Buffer }> => {
  const { w, h, pictures, rate } = KITE_CLIP
  const all = Array.from({ length: pictures }, (_, k) => pictureAt(k))
  const raw = { width: w, height: h * pictures, channels: 4, pageHeight: h } as const
  const delay = all.map(() => Math.round(1000 / rate))
  const clip = await sharp(Buffer.concat(all), { raw })
    .webp({ quality: 90, alphaQuality: 95, loop: 0, delay })
    .toBuffer()
  const first = all[0] ?? Buffer.alloc(0)
  const still = await sharp(first, { raw: { width: w, height: h, channels: 4 } })
    .png()
    .toBuffer()
  return { clip, still }
}
