import { ARRANGE_COMMANDS } from '@/client/commands/arrange'
import { placeOf, type Command, type Place } from '@/client/commands/command'
import { FINISH_COMMANDS } from '@/client/commands/finish'
import { FRAME_COMMANDS } from '@/client/commands/frame'
import { LETTER_COMMANDS } from '@/client/commands/letters'
import { OUTLINE_COMMANDS } from '@/client/commands/outline'
import { PERSPECTIVE_COMMANDS } from '@/client/commands/perspective'
import { PICTURE_COMMANDS } from '@/client/commands/picture'
import { SET_COMMANDS, SHARING_COMMANDS } from '@/client/commands/sharing'
import { SELECTING_COMMANDS } from '@/client/commands/selecting'
import { SHEET_COMMANDS } from '@/client/commands/sheet'
import { TEMPLATE_COMMANDS } from '@/client/commands/templates'
import { SLOT_COMMANDS } from '@/client/commands/slots'
import { TEXT_COMMANDS } from '@/client/commands/text'
import { WITHIN_COMMANDS } from '@/client/commands/within'
import { VIEW_COMMANDS } from '@/client/commands/view'
import type { Bench } from '@/client/store/bench'
import { say } from '@/client/store/notices'
import type { BenchState } from '@/client/store/state'
import { refuse } from '@/core/failure'
import { SPAN_COMMANDS } from '@/client/commands/span'

/** Everything that a person can ask for, each once. */
export const COMMANDS: readonly Command[] = [
  ...PICTURE_COMMANDS,
  ...FRAME_COMMANDS,
  ...SELECTING_COMMANDS,
  ...OUTLINE_COMMANDS,
  ...SHARING_COMMANDS,
  ...SPAN_COMMANDS,
  ...SET_COMMANDS,
  ...ARRANGE_COMMANDS,
  ...PERSPECTIVE_COMMANDS,
  ...FINISH_COMMANDS,
  ...LETTER_COMMANDS,
  ...TEXT_COMMANDS,
  ...SHEET_COMMANDS,
  ...WITHIN_COMMANDS,
  ...TEMPLATE_COMMANDS,
  ...SLOT_COMMANDS,
  ...VIEW_COMMANDS,
]

const byId = new Map(COMMANDS.map((command) => [command.id, command]))

/** The command of an id that is known to be one. */
export const commandOf = (id: string): Command => byId.get(id) ?? refuse('a command', 'one of the list', id)

/** Does what is asked for, or says why it does not apply. Zooms by key in a row stay one step: each ends a burst of others itself. */
export const runCommand = (bench: Bench, { whyNot, run }: Command): void => {
  const reason = whyNot(bench.get())
  if (reason !== null) say(bench, reason)
  else run(bench)
}

/** What a menu on the selection offers now: what stands in it and applies, family by family. */
export const menuCommands = (state: BenchState, place: Place = placeOf(state)): readonly Command[] =>
  COMMANDS.filter(({ menus, whyNot }) => menus?.includes(place) && whyNot(state) === null)

/** Lower case, without marks on letters: as words are compared. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** How well a command answers a search: all its words are found, the nearer the beginning the better; null if not. */
const rankOf = (command: Command, wanted: readonly string[]): number | null => {
  const fields = [command.words, command.synonyms ?? '', command.family, command.does].map(plain)
  // Asked for by its whole name it comes first, whether it applies now or not.
  let rank = fields[0] === wanted.join(' ') ? -1 : 0
  for (const word of wanted) {
    const at = fields.findIndex((field) => field.split(/[^\p{L}\p{N}°%]+/u).some((part) => part.startsWith(word)))
    const loose = at < 0 ? fields.findIndex((field) => field.includes(word)) : at
    if (loose < 0) return null
    rank += loose + (at < 0 ? fields.length : 0)
  }
  return rank
}

/** Commands by words or synonyms, the best first; all of them, those that apply first, for no words. */
export const findCommands = (text: string, state: BenchState): readonly Command[] => {
  const wanted = plain(text).split(/\s+/).filter(Boolean)
  const ranked = COMMANDS.flatMap((command, order) => {
    const rank = rankOf(command, wanted)
    // Between two that answer alike, what applies now comes first.
    return rank === null ? [] : [{ command, rank: rank + (command.whyNot(state) === null ? 0 : 0.5), order }]
  })
  return ranked.sort((p, q) => p.rank - q.rank || p.order - q.order).map(({ command }) => command)
}
