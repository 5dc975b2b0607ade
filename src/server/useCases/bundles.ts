import { rm } from 'node:fs/promises'
import path from 'node:path'
import type { Readable } from 'node:stream'
import type { Project } from '@/core/document/types'
import { pictureUses } from '@/core/document/roots'
import { faceIdsOf } from '@/core/document/lettering'
import { bundleStream, type FaceOnTheWay } from '@/server/bundle/write'
import { readBundle } from '@/server/bundle/read'
import { LIMITS } from '@/server/limits'
import { originalFile } from '@/server/pictures/catalogue'
import { keepReceived } from '@/server/pictures/intake'
import { openProject } from '@/server/projects/store'
import { canTravel, keepFace, ownFaces } from '@/server/faces/catalogue'
import { exists, faceFile, receive, temporaryPath } from '@/server/storage/files'
import { keepStencils } from '@/server/stencils/catalogue'
import { safeFileName } from '@/server/useCases/exports'
import { stencilsOf } from '@/server/useCases/stencils'
import { adoptProject } from '@/server/useCases/projects'

/** A project with only the pictures that something in it shows or keeps. */
const withUsedPictures = (project: Project): Project => {
  const used = pictureUses(project)
  return { ...project, pictures: Object.fromEntries(Object.entries(project.pictures).filter(([id]) => used.has(id))) }
}

/** The typefaces of one's own that a project is set in, as far as their licences let them travel. */
const facesOf = async (project: Project): Promise<readonly FaceOnTheWay[]> => {
  const rows = await ownFaces(faceIdsOf(project))
  const held = rows.filter(({ embedding }) => canTravel(embedding))
  const files = held.map(({ hash, ending }) => ({ hash, ending, file: faceFile(hash, ending) }))
  const there = await Promise.all(files.map(({ file }) => exists(file)))
  return files.filter((_, i) => there[i])
}

interface BundleParts {
  readonly project: Project
  readonly files: ReadonlyMap<string, { readonly file: string; readonly ending: string }>
  readonly fileName: string
}

/** Everything a bundle is made of. Throws `picture-missing` where an original is gone. */
const bundleParts = async (id: string): Promise<BundleParts> => {
  const project = withUsedPictures((await openProject(id)).project)
  const files = new Map<string, { file: string; ending: string }>()
  for (const { hash } of Object.values(project.pictures)) {
    const file = await originalFile(hash)
    files.set(hash, { file, ending: path.extname(file).slice(1) })
  }
  return { project, files, fileName: `${safeFileName(project.name)}.zip` }
}

/** The name of a bundle that can be made. */
export const bundleName = async (id: string): Promise<string> => (await bundleParts(id)).fileName

/** A project as a zip to download. */
export const writeBundle = async (id: string): Promise<{ readonly body: Readable; readonly fileName: string }> => {
  const { project, files, fileName } = await bundleParts(id)
  const stencils = await stencilsOf(project)
  return { body: bundleStream(project, files, stencils, await facesOf(project)), fileName }
}

/** Brings a bundle in as a new project. Nothing stays of one that is refused. */
export const bringBundleIn = async (body: Readable, declared?: number): Promise<string> => {
  const received = await receive(body, LIMITS.bundleBytes, declared === undefined ? {} : { declared })
  const folder = await temporaryPath('.bundle')
  try {
    const { project, files, stencils, faces } = await readBundle(received.file, folder)
    for (const face of faces) await keepFace(face)
    for (const [name, unpacked] of files) {
      const ref = Object.values(project.pictures).find((picture) => picture.hash === unpacked.hash)
      if (ref) await keepReceived({ file: unpacked.file, hash: unpacked.hash, bytes: unpacked.bytes }, ref.name || name)
    }
    if (stencils.length) await keepStencils(stencils)
    return await adoptProject(project)
  } finally {
    await rm(folder, { recursive: true, force: true })
    await rm(received.file, { force: true })
  }
}
