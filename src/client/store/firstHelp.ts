import type { Bench } from '@/client/store/bench'
import { say } from '@/client/store/notices'
import { owned } from '@/client/store/owned'
import { keepSetting, keptSetting } from '@/client/store/settings'

/** Lines that are shown once each, where they apply; all of them can be read in the list of keys. */
export const FIRST_HELP = [
  { id: 'inside', words: 'To move the picture inside: P or double-click.' },
  {
    id: 'covered',
    words: 'Keep covered holds the picture over all of its frame. Switch it off on the rail to allow gaps.',
  },
  {
    id: 'carry',
    words: 'Drag from the viewfinder out to the sheet to carry the picture to another frame, or to let it stand alone.',
  },
  {
    id: 'shared',
    words: 'These frames share one picture: moved in one it moves in all. “Make independent” under Share… parts them.',
  },
] as const
export type FirstHelp = (typeof FIRST_HELP)[number]['id']

const STORE = 'eager-stencil-first-help'
const SEEN = owned(() => new Set((keptSetting(STORE) ?? '').split(',').filter(Boolean)))

/** Says a line of first help if it has never been said in this browser. */
export const helpOnce = (bench: Bench, id: FirstHelp): void => {
  const seen = bench.own(SEEN)
  const help = FIRST_HELP.find((one) => one.id === id)
  if (seen.has(id) || !help) return
  seen.add(id)
  keepSetting(STORE, [...seen].join(','))
  say(bench, help.words)
}
