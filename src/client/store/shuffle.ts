import { shufflePictures } from '@/core/document/edits/carry'
import { turnSlots } from '@/core/document/edits/slots'
import { slotRefsIn } from '@/core/document/colours'
import { joinRecorded, unchanged } from '@/core/document/edit'
import { openingsOf } from '@/core/document/filling'
import { readSlotRef } from '@/core/colour/slots'
import type { TemplateAnswer } from '@/contract/api'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { comparedTemplate, makeChange } from '@/client/store/retemplate'
import type { BenchState } from '@/client/store/state'
import { loadTemplates } from '@/client/store/templates'

const chance = (): number => crypto.getRandomValues(new Uint32Array(1))[0] ?? 0

/** The openings of the shown sheet that hold pictures of their own. */
const filledIds = (state: Pick<BenchState, 'project' | 'sheetId'>): readonly string[] =>
  openingsOf(heldSheet(state)).flatMap(({ id, fill }) => (fill.kind === 'taken' ? [id] : []))

/** The slots that the shown sheet uses. */
const usedSlots = (state: Pick<BenchState, 'project' | 'sheetId'>): readonly string[] => [
  ...new Set(slotRefsIn(heldSheet(state)).flatMap((ref) => readSlotRef(ref)?.slot ?? [])),
]

/** Why nothing of the sheet can be tried otherwise, in words, or null. */
export const cannotShuffle = (state: Pick<BenchState, 'project' | 'sheetId'>): string | null =>
  filledIds(state).length > 1 || usedSlots(state).length > 0
    ? null
    : 'Fill two openings, or give the sheet colour slots, to try it otherwise.'

/** Tries the pictures in another order, in other colours: one step. */
export const shuffleSheet = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const refused = cannotShuffle(state)
  if (refused) return say(bench, refused)
  const { sheetId } = state
  const [ids, slots] = [filledIds(state), usedSlots(state)]
  // Far enough to be seen, never all the way round.
  const degrees = 40 + (chance() % 280)
  bench.commit('Shuffle', (project) =>
    joinRecorded(
      ids.length > 1 ? shufflePictures.record(project, { sheetId, ids, seed: chance() }) : unchanged(project),
      (now) => turnSlots.record(now, { ids: slots, degrees }),
    ),
  )
}

/** Templates that take as many pictures as the shown sheet holds, or has openings for: its variants. */
const variantsOf = (state: BenchState): readonly TemplateAnswer[] => {
  const sheet = heldSheet(state)
  const wanted = filledIds(state).length || openingsOf(sheet).length
  return (state.templates ?? []).filter(
    ({ id, openings, sheetCount }) => sheetCount === 1 && openings === wanted && id !== sheet.madeFrom?.id,
  )
}

/** Tries the sheet in another template that takes as many pictures: one step. */
export const shuffleLayout = async (bench: Bench): Promise<void> => {
  bench.endBurst()
  if (!bench.get().templates) await loadTemplates(bench)
  const variants = variantsOf(bench.get())
  const variant = variants[chance() % Math.max(1, variants.length)]
  if (!variant) return say(bench, 'No other template takes as many pictures as this sheet has.')
  const change = await comparedTemplate(bench, variant)
  if (change) makeChange(bench, { ...change, step: `Try ${variant.name}` })
}
