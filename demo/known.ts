import { addPicture } from '@/core/document/edits/project'
import type { PictureRef, Project } from '@/core/document/types'

/** The project with all pictures of the demo, each under its name. */
export const allPictures = (project: Project, pictures: Readonly<Record<string, PictureRef>>): Project =>
  Object.entries(pictures).reduce((held, [pictureId, picture]) => addPicture(held, { pictureId, picture }), project)
