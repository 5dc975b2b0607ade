import { takeVersionOver } from '@/core/document/edits/versions'
import { unchanged } from '@/core/document/edit'
import type { TemplateAnswer } from '@/contract/api'
import { ApiError } from '@/client/http/api'
import { templateDocument } from '@/client/http/templates'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { holdChange } from '@/client/store/slices/dialogs'
import type { BenchState } from '@/client/store/state'

/** The newer version of the template that the shown sheet was made of; null where there is none, or it is not known yet. */
export const newerVersion = (state: Pick<BenchState, 'project' | 'sheetId' | 'templates'>): TemplateAnswer | null => {
  const { madeFrom } = heldSheet(state)
  const listed = madeFrom && state.templates?.find(({ id }) => id === madeFrom.id)
  return listed && listed.version > madeFrom.version ? listed : null
}

/** Prepares the shown sheet with the newer version of its template, to be looked at before it is taken over. */
export const previewVersion = async (bench: Bench): Promise<void> => {
  bench.endBurst()
  const state = bench.get()
  const newer = newerVersion(state)
  const { sheetId, project } = state
  const { madeFrom } = heldSheet(state)
  if (!newer || !madeFrom) return say(bench, 'There is no newer version of this sheet’s template.')
  try {
    const [base, theirs] = await Promise.all([templateDocument(madeFrom), templateDocument(newer)])
    const taken = takeVersionOver(project, { sheetId, base, theirs })
    if (!taken)
      return say(bench, `Version ${newer.version} of “${newer.name}” has no such sheet any more. It stays as it is.`)
    holdChange(bench, {
      title: `Version ${newer.version} of “${newer.name}”`,
      step: `Version ${newer.version} of ${newer.name}`,
      sheetId,
      after: taken.recorded.project,
      says: [
        'What the template changed is taken; what was filled and changed by hand stays.',
        ...taken.conflicts.slice(0, MOST),
        ...(taken.conflicts.length > MOST ? [`And ${taken.conflicts.length - MOST} more of that kind.`] : []),
      ],
      make: (now) => takeVersionOver(now, { sheetId, base, theirs })?.recorded ?? unchanged(now),
    })
  } catch (error) {
    say(
      bench,
      error instanceof ApiError && error.status === 404
        ? `The version that this sheet was made of is not here, so that nothing can be compared. Choose “${newer.name}” with “Change this sheet”.`
        : 'The new version could not be read. Try it again.',
      'fault',
    )
  }
}

/** As many differences as are listed. */
const MOST = 12
