import { rm } from 'node:fs/promises'
import path from 'node:path'
import type { Readable } from 'node:stream'
import { isFailure } from '@/core/failure'
import { filePicture, hashOf } from '@/core/document/sheetPictures'
import type { Project } from '@/core/document/types'
import { pictureUses } from '@/core/document/roots'
import { faceIdsOf } from '@/core/document/lettering'
import { forgetClip, keepClip, storedClip } from '@/server/clips/catalogue'
import { markBroughtIn } from '@/server/useCases/stills'
import { bundleStream, type ClipOnTheWay, type FaceOnTheWay } from '@/server/bundle/write'
import { readBundle, type Examine, type Unpacked } from '@/server/bundle/read'
import { database } from '@/server/db/open'
import { LIMITS } from '@/server/limits'
import { forgetPicture, originalFile } from '@/server/pictures/catalogue'
import { keepReceived } from '@/server/pictures/intake'
import type { ExaminedPicture } from '@/server/pictures/examine'
import type { BroughtIn } from '@/contract/api'
import { keepTemplate, openTemplate } from '@/server/templates/catalogue'
import { openProject } from '@/server/projects/store'
import { canTravel, forgetFace, keepFace, ownFaces } from '@/server/faces/catalogue'
import { exists, faceFile, receive, temporaryPath } from '@/server/storage/files'
import { forgetStencil, keepStencils, listStencils } from '@/server/stencils/catalogue'
import { safeFileName } from '@/core/formats/fileName'
import { stencilsOf } from '@/server/useCases/stencils'
import { adoptProject } from '@/server/useCases/projects'
import { work } from '@/server/work/work'

/** A project with only the pictures that something in it shows or keeps. */
const withUsedPictures = (project: Project): Project => {
  const used = pictureUses(project)
  return { ...project, pictures: Object.fromEntries(Object.entries(project.pictures).filter(([id]) => used.has(id))) }
}

/** A project that a template was made of travels as a project: only a template's own bundle comes in as one. */
const unmarked = (project: Project): Project => {
  const made: { -readonly [K in keyof Project]: Project[K] } = { ...project }
  delete made.template
  return made
}

/** The typefaces of one's own that a project is set in, as far as their licences let them travel. */
const facesOf = async (project: Project): Promise<readonly FaceOnTheWay[]> => {
  const rows = await ownFaces(faceIdsOf(project))
  const held = rows.filter(({ embedding }) => canTravel(embedding))
  const files = held.map(({ hash, ending }) => ({ hash, ending, file: faceFile(hash, ending) }))
  const there = await Promise.all(files.map(({ file }) => exists(file)))
  return files.filter((_, i) => there[i])
}

/** The clips that a project plays. Throws `picture-missing` where one is gone. */
const clipsOf = async (project: Project): Promise<readonly ClipOnTheWay[]> => {
  const clips = new Map<string, ClipOnTheWay>()
  for (const ref of Object.values(project.pictures)) {
    const clip = filePicture(ref)?.clip
    if (!clip || clips.has(clip.file)) continue
    clips.set(clip.file, { file: clip.file, container: clip.container, at: (await storedClip(clip.file)).file })
  }
  return [...clips.values()]
}

interface BundleParts {
  readonly project: Project
  readonly files: ReadonlyMap<string, { readonly file: string; readonly ending: string }>
  readonly clips: readonly ClipOnTheWay[]
  readonly fileName: string
}

/** Everything a bundle is made of. Throws `picture-missing` where an original is gone. */
const bundleParts = async (id: string, kind: BroughtIn['kind']): Promise<BundleParts> => {
  const whole = kind === 'template' ? await openTemplate(id) : unmarked((await openProject(id)).project)
  const project = withUsedPictures(whole)
  const files = new Map<string, { file: string; ending: string }>()
  for (const hash of Object.values(project.pictures).map(hashOf).filter(Boolean)) {
    const file = await originalFile(hash)
    files.set(hash, { file, ending: path.extname(file).slice(1) })
  }
  return { project, files, clips: await clipsOf(project), fileName: `${safeFileName(project.name)}.zip` }
}

/** The name of a bundle that can be made. */
export const bundleName = async (id: string, kind: BroughtIn['kind'] = 'project'): Promise<string> =>
  (await bundleParts(id, kind)).fileName

/** A project as a zip to download; it is made when it is read. */
export const writeBundle = async (
  id: string,
  kind: BroughtIn['kind'] = 'project',
): Promise<{ readonly open: () => Readable; readonly fileName: string }> => {
  const { project, files, clips, fileName } = await bundleParts(id, kind)
  const stencils = await stencilsOf(project)
  const faces = await facesOf(project)
  return { open: () => bundleStream(project, files, stencils, { faces, clips }), fileName }
}

/** What a bundle has added, so that it can go again. */
interface Added {
  readonly pictures: string[]
  readonly faces: string[]
  readonly clips: string[]
  readonly stencils: string[]
}

const takeBack = async ({ pictures, faces, clips, stencils }: Added): Promise<void> => {
  for (const hash of pictures) await forgetPicture(hash)
  for (const id of faces) await forgetFace(id)
  for (const file of clips) await forgetClip(file)
  for (const id of stencils) await forgetStencil(id)
}

const keepAll = async (
  { project, files, stencils, faces, clips }: Unpacked,
  added: Added,
  signal: AbortSignal | undefined,
): Promise<BroughtIn> => {
  for (const face of faces) {
    const known = await ownFaces([face.hash])
    const { id } = await keepFace(face, signal)
    if (!known.length) added.faces.push(id)
  }
  for (const clip of clips) if ((await keepClip(clip)).isNew) added.clips.push(clip.hash)
  const names = new Map(Object.values(project.pictures).map((ref) => [hashOf(ref), ref.name]))
  for (const { file, hash, bytes } of files.values()) {
    const { isNew } = await keepReceived({ file, hash, bytes }, names.get(hash) ?? '', { signal })
    if (isNew) added.pictures.push(hash)
    const clip = Object.values(project.pictures)
      .map(filePicture)
      .find((ref) => ref?.hash === hash && ref.clip)?.clip
    if (clip) await markBroughtIn(hash, clip)
  }
  if (stencils.length) {
    const before = new Set((await listStencils()).map(({ id }) => id))
    const kept = await keepStencils(stencils)
    added.stencils.push(...kept.map(({ id }) => id).filter((id) => !before.has(id)))
  }
  if (project.template) return { id: (await keepTemplate(project)).id, kind: 'template' }
  return { id: await adoptProject(project), kind: 'project' }
}

/**
 * Looks at pictures apart from the server, one after another. One that takes too long or too much has a fault of its own;
 * the others are looked at all the same.
 */
const examineApart =
  (signal: AbortSignal | undefined): Examine =>
  async (pictures) => {
    const examined: ExaminedPicture[] = []
    while (examined.length < pictures.length) {
      const rest = pictures.slice(examined.length)
      let done = 0
      try {
        examined.push(
          ...(await work('examine-pictures', rest, { signal, onProgress: (progress) => (done = progress.done) })),
        )
      } catch (error) {
        if (!isFailure(error) || error.code !== 'picture-unreadable') throw error
        // Those before it are sound; what was found out of them went with the process.
        const before = done ? await work('examine-pictures', rest.slice(0, done), { signal }) : []
        examined.push(...before, { fault: error.message })
      }
    }
    return examined
  }

/** Brings a bundle in as a new project, or as a template where it is one. Nothing stays of one that is refused, or whose sender goes away. */
export const bringBundleIn = async (body: Readable, declared?: number, signal?: AbortSignal): Promise<BroughtIn> => {
  await database()
  const received = await receive(body, LIMITS.bundleBytes, declared === undefined ? {} : { declared })
  const folder = await temporaryPath('.bundle')
  const added: Added = { pictures: [], faces: [], clips: [], stencils: [] }
  try {
    const reading = { examine: examineApart(signal), signal }
    return await keepAll(await readBundle(received.file, folder, reading), added, signal)
  } catch (error) {
    await takeBack(added)
    throw error
  } finally {
    await rm(folder, { recursive: true, force: true })
    await rm(received.file, { force: true })
  }
}
