import { writeFile } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import type { PictureRef } from '@/core/document/types'
import { dataDirectory } from '@/server/config'
import { closeDatabase } from '@/server/db/open'
import { snapshotsWritten } from '@/server/projects/snapshots'
import { changePicture } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'
import { createProject, listProjects } from '@/server/projects/store'
import { DEMO_PICTURES } from './paint/pictures'
import { ALPHABET_FACES, alphabetSet } from './alphabet'
import { crewCards } from './crewCards'
import { DemoFaces } from './faces'
import { keepsake } from './keepsake'
import { kitesBanner, KITES_FACES } from './kites'
import { shippedTemplates } from '../templates/shipped'
import { openingDay } from './project'
import { snaps } from './snaps'
import { onThings } from './onThings'
import { loftWall } from './loftWall'
import { keepKite, withFlyingKite } from './flying'
import { triptych } from './triptych'

/** Paints the demo pictures and stores the demo projects; what is there already stays as it is. */
const fill = async (): Promise<void> => {
  const refs: Record<string, PictureRef> = {}
  for (const picture of DEMO_PICTURES) {
    const stored = await takePicture(Readable.from(await picture.make()), `${picture.name}.${picture.ending}`)
    refs[picture.name] = {
      name: picture.name,
      pixels: { w: stored.width, h: stored.height },
      hash: stored.hash,
      tags: picture.tags,
      ...(picture.subject ? { subject: picture.subject } : {}),
    }
    if (!stored.tags.length) await changePicture(stored.hash, { tags: picture.tags })
    console.log(`  painted ${picture.name}, ${stored.width} × ${stored.height}`)
  }
  const known = await listProjects()
  const faces = new DemoFaces()
  await faces.read([...KITES_FACES, ...ALPHABET_FACES])
  const templates = await shippedTemplates()
  const projects = [
    await alphabetSet(refs, faces),
    await keepsake(refs),
    loftWall(refs),
    onThings(refs, templates),
    snaps(refs, templates),
    withFlyingKite(triptych(refs), await keepKite()),
    crewCards(refs),
    kitesBanner(refs, faces),
    openingDay(refs),
  ]
  // The last made stands first.
  for (const project of projects) if (!known.some(({ id }) => id === project.id)) await createProject(project)
  await writeFile(
    path.join(dataDirectory(), 'demo-filled'),
    'The demo data is in. Remove this file to have it filled in again.\n',
  )
  await snapshotsWritten()
  await closeDatabase()
}

fill().catch((error: unknown) => {
  console.error(error)
  process.exitCode = 1
})
