/** Colours of clips beside another decoder's (ffmpeg): kinds of colour that most clips have (ITU-T H.273, matrices and ranges). */
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { openWithClip, savedClip } from './filming'

const PATCHES = ['red', 'lime', 'blue', 'white', 'gray', 'black', 'orange', 'teal']
const SIDE = 40
const SIZE = { w: PATCHES.length * SIDE, h: 180 }

/** Patches of flat colour side by side, as a clip of half a second. */
const patches = (file: string, matrix: string, range: 'tv' | 'pc', as: readonly string[]): Buffer => {
  const drawn = PATCHES.map((colour, n) => `drawbox=x=${n * SIDE}:y=0:w=${SIDE}:h=ih:color=${colour}:t=fill`)
  const scaled = `scale=out_color_matrix=${matrix === 'bt709' ? 'bt709' : 'bt601'}:out_range=${range}`
  const told = ['-colorspace', matrix, '-color_primaries', matrix, '-color_trc', matrix, '-color_range', range]
  const source = ['-f', 'lavfi', '-i', `color=black:size=${SIZE.w}x${SIZE.h}:rate=10:duration=0.5,format=rgb24`]
  const filters = ['-vf', `${drawn.join(',')},${scaled},format=yuv420p`]
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...source, ...filters, ...told, ...as, file])
  return readFileSync(file)
}

const H264 = ['-c:v', 'libx264', '-crf', '4']
const KINDS = {
  'new.mp4': ['bt709', 'tv', H264],
  'full.mp4': ['bt709', 'pc', H264],
  'old.mp4': ['smpte170m', 'tv', H264],
  'old-full.mp4': ['smpte170m', 'pc', H264],
  'web.webm': ['bt709', 'tv', ['-c:v', 'libvpx-vp9', '-crf', '4', '-b:v', '0', '-deadline', 'realtime']],
} as const

test('colours of clips are those that another decoder finds, whatever their matrix and range', async ({
  page,
  request,
}) => {
  const faults: string[] = []
  for (const [name, [matrix, range, as]] of Object.entries(KINDS)) {
    const file = test.info().outputPath(name)
    const { id } = await openWithClip(page, request, patches(file, matrix, range, as), name)
    await expect.poll(async () => (await savedClip(request, id))?.hash).toBeDefined()
    const { hash = '' } = (await savedClip(request, id)) ?? {}
    const level = await (await request.get(`/api/pictures/${hash}/levels/0`)).body()
    const ours = await sharp(level).removeAlpha().raw().toBuffer()
    const exact = ['-sws_flags', 'accurate_rnd+full_chroma_int', '-frames:v', '1', '-f', 'rawvideo']
    const theirs = execFileSync('ffmpeg', ['-v', 'error', '-i', file, ...exact, '-pix_fmt', 'rgb24', '-'])
    expect(ours).toHaveLength(theirs.length)
    for (const [n, colour] of PATCHES.entries()) {
      const at = ((SIZE.h / 2) * SIZE.w + (n + 0.5) * SIDE) * 3
      const [own, other] = [ours, theirs].map((all) => [...all.subarray(at, at + 3)]) as [number[], number[]]
      const off = Math.max(...own.map((value, i) => Math.abs(value - (other[i] ?? -255))))
      if (off > 3) faults.push(`${name}, ${colour}: ${own.join(' ')}, not ${other.join(' ')}`)
    }
  }
  expect(faults).toEqual([])
})
