'use client'
import { later } from '@/client/parts/later'
import { toolOf, writingOf, cuts, armedOf, choosingOf } from '@/client/store/modes'
import Checklist from '@mui/icons-material/LibraryAddCheckOutlined'
import Snap from '@mui/icons-material/JoinInner'
import Typography from '@mui/material/Typography'
import { holdsPicture } from '@/core/document/content'
import { useWarmUp } from '@/client/binding/useWarmUp'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { KeyCap } from '@/client/parts/KeyCap'
import panel from '@/client/parts/Panel.module.css'
import { CommandButton } from '@/client/commands/CommandButton'
import { RailButton } from '@/client/parts/RailButton'
import { heldSheet } from '@/client/store/benchStore'
import { selectedText } from '@/client/store/texts'
import { isWordSelected, selectedWord } from '@/client/store/lettering'
import { choosingWords, leaveChoosing } from '@/client/store/choosing'
import { stopCutting } from '@/client/store/cutting'
import { selectedFrame, selectedItem, setWay } from '@/client/store/selection'
import { WAYS } from '@/client/store/state'
import { ownKeys } from '@/client/gestures/keys'
import styles from '@/client/bench/rail/Rail.module.css'
import button from '@/client/parts/RailButton.module.css'
// These come when a hand stirs, those of texts with the first that is selected.
const FilledTools = later(() => import('@/client/bench/rail/FilledTools').then((m) => m.FilledTools))
const ToolRail = later(() => import('@/client/bench/rail/ToolRail').then((m) => m.ToolRail))
const SOON = [FilledTools.warm, ToolRail.warm]
const WordTools = later(() => import('@/client/letters/WordTools').then((m) => m.WordTools))
const TextTools = later(() => import('@/client/text/TextTools').then((m) => m.TextTools))
const WritingRail = later(() => import('@/client/text/TextTools').then((m) => m.WritingRail))

const WAY_WORDS = { whole: 'Whole', picture: 'Picture', outline: 'Outline' } as const
const Ways = () => {
  const bench = useBenchHandle()
  const way = useBench((state) => state.way)
  const frame = useBench(selectedFrame)
  const isText = useBench(isWordSelected)
  // Keys are changed in a dialog; when it closes the caps show the new ones.
  useBench((state) => state.dialog)
  const own = ownKeys()
  return (
    <div role="group" aria-label="What a drag moves" style={{ display: 'contents' }}>
      <span className={styles.roomy}>
        <Typography color="textSecondary" sx={{ px: 0.5 }}>
          Moves
        </Typography>
      </span>
      {WAYS.map((each) => {
        const word = WAY_WORDS[each]
        const key = (own[each] ?? word.charAt(0)).toUpperCase()
        const off = frame ? each !== 'whole' && !holdsPicture(frame.fill) : each !== 'picture' || !isText
        return (
          <RailButton
            key={each}
            label={`A drag moves: ${word}`}
            shortcut={key}
            tone={each}
            pressed={!!frame && way === each}
            disabled={off}
            onPress={() => setWay(bench, each)}
          >
            {word} <KeyCap>{key}</KeyCap>
          </RailButton>
        )
      })}
    </div>
  )
}

/** Switches for the hand: snapping, and adding to the selection for those without a keyboard. */
const HandSwitches = () => {
  return (
    <>
      <span className={panel.grow} />
      <CommandButton id="adding" label="Add what is pressed to the selection">
        <Checklist fontSize="small" />
      </CommandButton>
      <CommandButton id="snap" label="Snap to edges, middles, gaps and guides">
        <Snap fontSize="small" />
      </CommandButton>
    </>
  )
}

/** What the rail says where there is no picture to work on. */
const Words = () => {
  const frame = useBench(selectedFrame)
  const count = useBench((state) => state.selection.length)
  const isGroup = useBench((state) => selectedItem(state)?.kind === 'group')
  const isText = useBench(isWordSelected)
  const isBare = useBench((state) => heldSheet(state).order.length === 0)
  const isBlock = useBench((state) => selectedText(state) !== null)
  if (holdsPicture(frame?.fill) || isText || isBlock) return null
  const words = frame
    ? frame.takesPictures
      ? 'Choose a picture below to fill this frame · F2 names it'
      : ''
    : isGroup
      ? 'A group. Double-click or Enter to go in'
      : count > 1
        ? `${count} selected: they move, size and turn as one`
        : isBare
          ? 'Put a picture, a stencil or letters on the sheet to begin'
          : 'Press a frame to work on it'
  return <span className={button.words}>{words}</span>
}

/** The bar along the foot of the table: what a drag moves, and the tools of the selected frame. */
export const Rail = () => {
  useWarmUp(SOON)
  const armed = useBench((state) => armedOf(state))
  const isCutting = useBench((state) => cuts(state))
  const isMoving = useBench((state) => state.isMoving)
  const hasLens = useBench((state) => state.lens !== null)
  const isWord = useBench((state) => selectedWord(state) !== null)
  const isFilled = useBench((state) => {
    const frame = selectedFrame(state)
    return !!frame && holdsPicture(frame.fill)
  })
  const isText = useBench((state) => selectedText(state) !== null)
  const isWriting = useBench((state) => writingOf(state) !== null)
  const hasTool = useBench((state) => toolOf(state) !== null)
  const waits = useBench((state) => choosingWords(choosingOf(state)))
  const bench = useBenchHandle()
  return (
    <div className={styles.rail} data-region="rail" role="toolbar" aria-label="Tools of the selected frame">
      {hasLens ? (
        <span className={button.words}>Shift: along one of its sides · N: nothing snaps · Esc: as it was</span>
      ) : isMoving ? (
        <span className={button.words}>
          C: a copy stays where it was · M: it stays, a linked copy comes along · Shift: level or upright · N: nothing
          snaps
        </span>
      ) : isWriting ? (
        <WritingRail />
      ) : hasTool && !armed ? (
        <ToolRail />
      ) : armed ? (
        <span className={button.words}>
          {isCutting ? 'Draw the stencil over a picture to cut it.' : 'Draw the frame, or press once to put it there.'}{' '}
          Shift: equal sides · C: from the centre · M: move it · {isCutting ? '' : 'Ctrl: cut the picture beneath · '}
          Esc: put it down
        </span>
      ) : isCutting ? (
        <>
          <Typography color="primary" variant="subtitle2" sx={{ px: 1.25 }}>
            Choose a stencil below, then draw it over the picture.
          </Typography>
          <RailButton framed label="Cut nothing" shortcut="Esc" onPress={() => stopCutting(bench)}>
            Leave it
          </RailButton>
        </>
      ) : waits !== null ? (
        <>
          <Typography color="primary" variant="subtitle2" sx={{ px: 1.25 }}>
            {waits}
          </Typography>
          <RailButton framed label="Leave it as it is" shortcut="Esc" onPress={() => leaveChoosing(bench)}>
            Leave it
          </RailButton>
        </>
      ) : (
        <>
          <Ways />
          {isWord && <WordTools />}
          {isText && <TextTools />}
          {isFilled && <FilledTools />}
          <Words />
          <HandSwitches />
        </>
      )}
    </div>
  )
}
