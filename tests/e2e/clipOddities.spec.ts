/** Clips as they should not be: cut, endless, huge, without size, named wrongly. Each comes in right, or says what to do. */
import type { Locator, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, dismissAll, makeProject } from './bench'
import { numberedClip } from '@tests/helpers/clips'

const H264 = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-preset', 'ultrafast']
const VP9 = ['-c:v', 'libvpx-vp9', '-b:v', '0', '-crf', '20', '-deadline', 'realtime', '-cpu-used', '8']
const WEBM = { count: 50, rate: 25, ending: 'webm' }

const half = (file: Buffer): Buffer => file.subarray(0, Math.floor(file.length / 2))

/** Without width and height, in the track's header (ISO/IEC 14496-12, 8.3.2) and in that of its pictures (12.1.3). */
const withoutSize = (mp4: Buffer): Buffer => {
  const out = Buffer.from(mp4)
  const [track, pictures] = [out.indexOf('tkhd') + 4, out.lastIndexOf('avc1') + 4]
  return out.fill(0, track + 76, track + 84).fill(0, pictures + 24, pictures + 28)
}

/** Its time counted in seconds instead of parts of one: hours for what lasts seconds (8.4.2). */
const forHours = (mp4: Buffer): Buffer => {
  const out = Buffer.from(mp4)
  out.writeUInt32BE(1, out.indexOf('mdhd') + 4 + 12)
  return out
}

const give = (page: Page, name: string, buffer: Buffer): Promise<void> =>
  page.locator('[data-file-input]').setInputFiles({ name, mimeType: '', buffer })

/** Files that come in, and the length and size that are told of them. */
const RIGHT: Readonly<Record<string, readonly [() => Buffer, string]>> = {
  'live.webm': [() => numberedClip({ ...WEBM, as: [...VP9, '-live', '1'] }), '2 seconds, 320 by 180'],
  'pieces.mp4': [
    () => numberedClip({ count: 50, rate: 25, as: [...H264, '-g', '12', '-movflags', 'frag_keyframe+empty_moov'] }),
    '2 seconds, 320 by 180',
  ],
  'other-name.mov': [() => numberedClip({ ...WEBM, as: VP9 }), '2 seconds, 320 by 180'],
  'for-ever.gif': [
    () => numberedClip({ count: 5, rate: 10, ending: 'gif', as: ['-loop', '0'] }),
    '0.5 seconds, 320 by 180',
  ],
}

/** Files that are refused, and what is said. */
const REFUSED: Readonly<Record<string, readonly [() => Buffer, RegExp]>> = {
  'half.mp4': [
    () => half(numberedClip({ count: 100, rate: 25, as: [...H264, '-movflags', '+faststart'] })),
    /damaged or incomplete: pictures of it are missing\. Copy or convert it again/,
  ],
  'half.webm': [
    () => half(numberedClip({ ...WEBM, as: VP9 })),
    /damaged or incomplete: pictures of it are missing\. Copy or convert it again/,
  ],
  'half.gif': [() => half(numberedClip({ count: 20, rate: 10, ending: 'gif', as: [] })), /damaged or incomplete/],
  'no-size.mp4': [
    () => withoutSize(numberedClip({ count: 10, rate: 25 })),
    /Its width is nothing, and has to be between 1 and 8192\. Convert the clip/,
  ],
  'too-wide.mp4': [
    () => numberedClip({ count: 1, rate: 2, size: { w: 8194, h: 32 }, as: H264 }),
    /Its width is 8194, and has to be between 1 and 8192\. Convert the clip/,
  ],
  'for-hours.mp4': [
    () => forHours(numberedClip({ count: 100, rate: 25 })),
    /Its length in seconds is \d+, and has to be between 0\.001 and 36000/,
  ],
}

const supplyOf = (page: Page, name: string, told: string): Locator =>
  page.getByRole('button', { name: new RegExp(`^${name.split('.')[0] ?? ''}, clip of ${told} pixels`) })

test('odd clips come in as they are, or say what is wrong with them and what to do', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, []))
  const before = ((await (await request.get('/api/pictures')).json()) as readonly unknown[]).length
  for (const [name, [file, told]] of Object.entries(RIGHT)) {
    await give(page, name, file())
    await expect(supplyOf(page, name, told), name).toBeVisible()
  }
  for (const [name, [file, words]] of Object.entries(REFUSED)) {
    await give(page, name, file())
    await expect(page.getByRole('alert').filter({ hasText: words }).first(), name).toBeVisible()
    await dismissAll(page)
  }
  const after = ((await (await request.get('/api/pictures')).json()) as readonly unknown[]).length
  expect(after - before).toBe(Object.keys(RIGHT).length)
})

test('a clip of 8K and one of high dynamic range come in; what is shown otherwise is said', async ({
  page,
  request,
}) => {
  await BenchHand.open(page, await makeProject(request, []))
  const colours = ['-color_primaries', 'bt2020', '-color_trc', 'smpte2084', '-colorspace', 'bt2020nc']
  const hdr = numberedClip({ ...WEBM, as: ['-pix_fmt', 'yuv420p10le', ...colours, '-profile:v', '2', ...VP9] })
  await give(page, 'bright.webm', hdr)
  await expect(supplyOf(page, 'bright.webm', '2 seconds, 320 by 180')).toBeVisible()
  await expect(page.getByText('Its high dynamic range is brought into the range of screens.')).toBeVisible()
  const size = { w: 7680, h: 4320 }
  await give(page, 'huge.mp4', numberedClip({ count: 2, rate: 2, size, as: H264 }))
  await expect(supplyOf(page, 'huge.mp4', '1 second, 7680 by 4320')).toBeVisible()
})
