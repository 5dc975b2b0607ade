import { markTemplate } from '@/core/document/edits/marks'
import { marksOf, templateOf, type Marks } from '@/core/document/marks'
import type { Project } from '@/core/document/types'
import { api, ApiError } from '@/client/http/api'
import { newId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { say } from '@/client/store/notices'
import { closeDialog } from '@/client/store/slices/dialogs'
import { framesOf } from '@/core/document/tree'
import { MOCK_UPS } from '@/client/templates/found'
import { loadTemplates } from '@/client/store/templates'

/** Where a template of one's own stands in the gallery until another group is named. */
const OWN_GROUP = 'Mine'

/** What a project is marked as, or would begin with. */
/** A photograph with places for a design is a mock-up. */
const groupFor = (project: Project): string =>
  Object.values(project.sheets).some((sheet) =>
    framesOf(sheet).some(({ opening, shade }) => opening?.alike === true && shade !== undefined),
  )
    ? MOCK_UPS
    : OWN_GROUP

export const firstMarks = (project: Project): Marks =>
  marksOf(project, project.template ?? { id: newId('t'), version: 1, category: groupFor(project), words: '' })

export interface Keeping {
  readonly name: string
  readonly marks: Marks
  /** Whatever is neither opening nor field is locked in the template. */
  readonly locks: boolean
}

/** Marks the project, and keeps what that makes as a template; true if it is kept now. */
export const keepAsTemplate = async (bench: Bench, { name, marks, locks }: Keeping): Promise<boolean> => {
  bench.endBurst()
  try {
    const marked = markTemplate(bench.get().project, { marks })
    const kept = await api.keepTemplate({ ...templateOf(marked, locks), name })
    const template = { ...marks.template, id: kept.id, version: kept.version }
    bench.commit('Mark as a template', (project) => markTemplate.record(project, { marks: { ...marks, template } }))
    closeDialog(bench)
    await loadTemplates(bench)
    say(
      bench,
      kept.version > 1
        ? `“${name}” is in the gallery in version ${kept.version}.`
        : `“${name}” is in the gallery, under ${kept.category}.`,
    )
    return true
  } catch (error) {
    say(bench, error instanceof ApiError ? error.message : 'The template could not be kept. Try it again.', 'fault')
    return false
  }
}
