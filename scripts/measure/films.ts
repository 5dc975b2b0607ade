/** Clips and films: what plays beside bare canvases, a moment from key to picture, making a film beside decoding and encoding alone, and its memory. */
import { execFileSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import type { Browser, Page } from '@playwright/test'
import { newClip } from '@/core/film/clip'
import { bitrateOf } from '@/core/film/plan'
import type { ClipAnswer, PictureAnswer } from '@/contract/api'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { setSheetFilm } from '@/core/document/edits/film'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import type { Project } from '@/core/document/types'
import { BASE, keyWaits, newPage, watchKeys } from './browser'
import { store } from './made'
import { median } from './numbers'

const RATE = 30
const FIRST_QUALITY = 75
const SECONDS = 8
const SIDES = { w: 1280, h: 720 }

const made = (work: string, seed: number, { w, h } = SIDES): { readonly clip: Buffer; readonly still: Buffer } => {
  const [clip, still] = [path.join(work, `clip-${seed}.mp4`), path.join(work, `clip-${seed}.png`)]
  const source = `testsrc2=size=${w}x${h}:rate=${RATE}:duration=${SECONDS}`
  const turned = ['-vf', `hue=h=${seed * 90}`]
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-f',
    'lavfi',
    '-i',
    source,
    ...turned,
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    '-g',
    '30',
    clip,
  ])
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', clip, '-frames:v', '1', still])
  return { clip: readFileSync(clip), still: readFileSync(still) }
}

/** Making a clip may take so long that the server has closed the connection meanwhile. */
const post = async <T>(address: string, body: Buffer): Promise<T> => {
  const send = (): Promise<Response> => fetch(`${BASE}/api/${address}`, { method: 'POST', body: new Uint8Array(body) })
  return (await (await send().catch(send)).json()) as T
}

/** The project with a clip that the server keeps, under an id. */
const withClip = async (
  project: Project,
  pictureId: string,
  { clip, still }: ReturnType<typeof made>,
): Promise<Project> => {
  const { file, container } = await post<ClipAnswer>('clips', clip)
  const said = `name=${pictureId}.png&clip=${file}&duration=${SECONDS}&rate=${RATE}&listed=1`
  const { hash, width: w, height: h } = await post<PictureAnswer>(`pictures?${said}`, still)
  const facts = { file, container, duration: SECONDS, rate: RATE }
  return addPicture(project, {
    pictureId,
    picture: { name: pictureId, pixels: { w, h }, hash, tags: [], clip: newClip(facts) },
  })
}

const threePlaying = async (work: string): Promise<string> => {
  const size = { w: 1200, h: 500 }
  let project = newProject('p', 'Three clips', newSheet('s', 'One', { unit: 'px', size, ppi: 72, bleed: 0 }))
  for (const n of [0, 1, 2]) {
    project = await withClip(project, `clip-${n}`, made(work, n))
    const box = { cx: 200 + 400 * n, cy: 250, w: 380, h: 380 }
    project = addFrame(project, { sheetId: 's', frame: newFrame(`f-${n}`, { kind: 'ellipse' }, box) })
    project = placePicture(project, { sheetId: 's', frameId: `f-${n}`, pictureId: `clip-${n}` })
  }
  return store(setSheetFilm(project, { sheetId: 's', duration: SECONDS }))
}

const WATCHED_MS = 5000

/** Pictures a second of three films drawn on bare canvases of the same size: the browser's own player. */
const bareRate = (page: Page, files: readonly string[]): Promise<number> =>
  page.evaluate(
    async ([addresses, watched]) => {
      let came = 0
      const videos = addresses.map((src) => {
        const video = Object.assign(document.createElement('video'), { src, muted: true, loop: true })
        const canvas = Object.assign(document.createElement('canvas'), { width: 380, height: 380 })
        document.body.append(canvas)
        const draw = (): void => {
          canvas.getContext('2d')?.drawImage(video, 0, 0, 380, 214)
          came += 1
          video.requestVideoFrameCallback(draw)
        }
        video.requestVideoFrameCallback(draw)
        return video
      })
      await Promise.all(videos.map((video) => video.play()))
      await new Promise((done) => setTimeout(done, 1000))
      came = 0
      await new Promise((done) => setTimeout(done, watched))
      videos.forEach((video) => video.pause())
      return (1000 * came) / watched
    },
    [files, WATCHED_MS] as const,
  )

const measurePlaying = async (browser: Browser, work: string): Promise<readonly string[]> => {
  const id = await threePlaying(work)
  const page = await newPage(browser)
  await page.goto(`${BASE}/projects/${id}`)
  const canvas = page.locator('[data-region="table"] canvas').first()
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.locator('[data-region="table"]').focus()
  await page.keyboard.press('7')
  await page.waitForTimeout(1500)
  const came = async (): Promise<number> => Number(await canvas.getAttribute('data-played'))
  const before = await came()
  await page.waitForTimeout(WATCHED_MS)
  const ours = (1000 * ((await came()) - before)) / WATCHED_MS
  await page.keyboard.press('7')
  const waits = await scrubWaits(page)
  const { project } = (await (await fetch(`${BASE}/api/projects/${id}`)).json()) as { readonly project: Project }
  const files = Object.values(project.pictures).flatMap((ref) =>
    'clip' in ref && ref.clip ? `/api/clips/${ref.clip.file}` : [],
  )
  await page.goto(`${BASE}/icon.svg`)
  const blank = await newPage(browser)
  await blank.goto(`${BASE}/`)
  const bare = await bareRate(blank, files)
  await blank.close()
  await page.close()
  return [
    `three 720p clips at ${RATE} playing in frames, pictures a second in all | ${ours.toFixed(0)}, bare canvases ${bare.toFixed(0)}: ${(ours / bare).toFixed(2)}× (aim ≥ 0.8×)`,
    `from a key on the ruler to the pictures of that moment, ms | ${median(waits).toFixed(0)} (most ${Math.max(...waits).toFixed(0)}; aim ≤ 150)`,
  ]
}

/** Milliseconds from each step of the ruler until all that it shows is there. */
const scrubWaits = async (page: Page): Promise<readonly number[]> => {
  await page.getByRole('tab', { name: 'Time' }).click()
  await page.getByRole('slider', { name: 'Time of the sheet' }).focus()
  await page.keyboard.press('Home')
  await page.waitForTimeout(800)
  await watchKeys(page, false)
  for (let i = 0; i < 20; i += 1) {
    await page.keyboard.press(i % 4 === 3 ? 'Shift+ArrowRight' : 'ArrowRight')
    await page.waitForTimeout(500)
  }
  return keyWaits(page)
}

/** Decoding and encoding alone, of the same clip to the same size, by the same package. */
const aloneMs = async (page: Page, file: string): Promise<number> => {
  const bundle = readFileSync('node_modules/mediabunny/dist/bundles/mediabunny.min.mjs')
  await page.route('**/alone.mjs', (route) => route.fulfill({ contentType: 'text/javascript', body: bundle }))
  // As the dialog has it when nothing was chosen.
  const bitrate = bitrateOf(SIDES, { rate: RATE, quality: FIRST_QUALITY })
  return page.evaluate(
    async ([address, bitrate]) => {
      const url = '/alone.mjs'
      const m = (await import(/* webpackIgnore: true */ url)) as typeof import('mediabunny')
      const began = performance.now()
      const input = new m.Input({ source: new m.UrlSource(address), formats: m.ALL_FORMATS })
      const track = await input.getPrimaryVideoTrack()
      const output = new m.Output({ format: new m.Mp4OutputFormat(), target: new m.BufferTarget() })
      const source = new m.VideoSampleSource({ codec: 'avc', bitrate })
      output.addVideoTrack(source)
      await output.start()
      if (track)
        for await (const sample of new m.VideoSampleSink(track).samples()) {
          await source.add(sample)
          sample.close()
        }
      await output.finalize()
      return performance.now() - began
    },
    [file, bitrate] as const,
  )
}

/** Resident memory of the processes that show pages, in megabytes. */
const pagesMemory = (): number => {
  let sum = 0
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')) continue
      sum += Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024
    } catch {
      continue
    }
  }
  return sum
}

const filmOf = async (
  page: Page,
  id: string,
  side: number,
): Promise<{ readonly ms: number; readonly more: number }> => {
  await page.goto(`${BASE}/projects/${id}`)
  await page.locator('canvas[data-ready="true"]').waitFor()
  await page.getByRole('button', { name: 'Find a command' }).click()
  await page.getByRole('combobox', { name: 'Find a command' }).fill('Film…')
  await page.getByRole('option', { name: 'Film…' }).first().click()
  for (const [name, value] of [
    [/Longer side/, String(side)],
    ['Pictures a second', String(RATE)],
  ] as const) {
    await page.getByRole('textbox', { name }).fill(value)
    await page.getByRole('textbox', { name }).press('Enter')
  }
  await page.waitForTimeout(2500)
  const rest = pagesMemory()
  let most = rest
  const watch = setInterval(() => (most = Math.max(most, pagesMemory())), 250)
  const began = performance.now()
  await page.getByRole('button', { name: /^Make the/ }).click()
  await page.locator('[data-film-done]').waitFor({ timeout: 600_000 })
  clearInterval(watch)
  return { ms: performance.now() - began, more: most - rest }
}

const oneFilling = async (work: string, seconds: number, sides: typeof SIDES): Promise<string> => {
  const form = { unit: 'px', size: sides, ppi: 72, bleed: 0 } as const
  const start = newProject('p', 'One clip', newSheet('s', 'One', form))
  const known = await withClip(start, 'clip', made(work, 7, sides))
  const box = { cx: sides.w / 2, cy: sides.h / 2, ...sides }
  const framed = addFrame(known, { sheetId: 's', frame: newFrame('f', { kind: 'rectangle' }, box) })
  const filled = placePicture(framed, { sheetId: 's', frameId: 'f', pictureId: 'clip' })
  return store(setSheetFilm(filled, { sheetId: 's', duration: seconds }))
}

export const measureFilms =
  (work: string) =>
  async (browser: Browser): Promise<readonly string[]> => {
    const playing = await measurePlaying(browser, work)
    const page = await newPage(browser)
    const id = await oneFilling(work, SECONDS, SIDES)
    const { ms } = await filmOf(page, id, SIDES.w)
    const { project } = (await (await fetch(`${BASE}/api/projects/${id}`)).json()) as { readonly project: Project }
    const ref = project.pictures['clip']
    const alone = await aloneMs(page, `${BASE}/api/clips/${ref && 'clip' in ref ? (ref.clip?.file ?? '') : ''}`)
    const long = await filmOf(page, await oneFilling(work, 60, { w: 1920, h: 1080 }), 1920)
    await page.close()
    return [
      ...playing,
      `a film of ${SECONDS} s of 720p, MP4, ms | ${ms.toFixed(0)}, decoding and encoding alone ${alone.toFixed(0)}: ${(ms / alone).toFixed(2)}× (aim ≤ 1.5×)`,
      `a film of 60 s of 1080p, MP4 | ${(long.ms / 1000).toFixed(0)} s, ${long.more.toFixed(0)} MB more than at rest (aim ≤ 800 MB)`,
    ]
  }
