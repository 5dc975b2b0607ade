import { projectFromTemplate } from '@/core/document/edits/templates'
import type { PictureAnswer, TemplateAnswer } from '@/contract/api'
import { api } from '@/client/http/api'
import { templateDocument } from '@/client/http/templates'
import { recordFilling } from '@/client/templates/filled'

/** Starts a project of a template, with pictures in its openings where there are some; gives its id. */
export const startFromTemplate = async (
  template: TemplateAnswer,
  pictures: readonly PictureAnswer[],
): Promise<string> => {
  const made = projectFromTemplate(await templateDocument(template), 'p-new', template.name)
  const filled = pictures.length ? recordFilling(made, made.order, pictures).project : made
  return (await api.keepCopy(filled, template.name)).id
}
