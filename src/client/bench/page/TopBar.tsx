'use client'
import { toolOf } from '@/client/store/modes'
import Add from '@mui/icons-material/Add'
import ChevronLeft from '@mui/icons-material/ChevronLeft'
import ChevronRight from '@mui/icons-material/ChevronRight'
import FitScreen from '@mui/icons-material/FitScreen'
import History from '@mui/icons-material/History'
import KeyboardOutlined from '@mui/icons-material/KeyboardAltOutlined'
import Redo from '@mui/icons-material/Redo'
import Straighten from '@mui/icons-material/Straighten'
import Visibility from '@mui/icons-material/VisibilityOutlined'
import Pause from '@mui/icons-material/Pause'
import PlayArrow from '@mui/icons-material/PlayArrow'
import Remove from '@mui/icons-material/Remove'
import Search from '@mui/icons-material/Search'
import Undo from '@mui/icons-material/Undo'
import AppBar from '@mui/material/AppBar'
import Paper from '@mui/material/Paper'
import Toolbar from '@mui/material/Toolbar'
import Typography from '@mui/material/Typography'
import Button from '@mui/material/Button'
import InputBase from '@mui/material/InputBase'
import { useState } from 'react'
import { formatNumber } from '@/core/units'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { FIND_KEY } from '@/client/gestures/keys'
import { makeAgain, takeBack } from '@/client/gestures/undo'
import type { TableTool } from '@/client/store/modes'
import { shownSheet } from '@/client/store/benchStore'
import { fullScale, zoomView } from '@/client/store/view'
import styles from '@/client/bench/page/TopBar.module.css'
import { Brand } from '@/client/parts/Brand'
import panel from '@/client/parts/Panel.module.css'
import { movesNow } from '@/client/store/playing'
import { openDialog, setFinding } from '@/client/store/slices/dialogs'
import { nameProject } from '@/client/store/names'
import { BarButton } from '@/client/commands/BarButton'
import { useCommand } from '@/client/commands/useCommand'
import { BarTool } from '@/client/parts/BarTool'
import { Tip } from '@/client/parts/Tip'

const ProjectName = () => {
  const bench = useBenchHandle()
  const name = useBench((state) => (state.preview ?? state.project).name)
  const [draft, setDraft] = useState<string | null>(null)
  const use = (): void => {
    setDraft(null)
    nameProject(bench, draft ?? '')
  }
  return (
    <InputBase
      className={styles.name}
      inputProps={{ 'aria-label': 'Project name' }}
      value={draft ?? name}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={use}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && event.target instanceof HTMLElement) event.target.blur()
        if (event.key === 'Escape') setDraft(null)
      }}
    />
  )
}

const SheetCounter = () => {
  const order = useBench((state) => state.project.order)
  const sheetId = useBench((state) => state.sheetId)
  const strip = useCommand('strip')
  const at = order.indexOf(sheetId)
  return (
    <Paper variant="cluster">
      <BarButton id="sheetBefore" label="Previous sheet">
        <ChevronLeft fontSize="small" />
      </BarButton>
      <Tip says={strip.command.does} shortcut={strip.key} describes>
        <Button
          aria-expanded={strip.isOn === true}
          onClick={strip.run}
          color="inherit"
          sx={{ px: 0.5, minWidth: 0, fontWeight: 400 }}
        >
          Sheet {at + 1} of {order.length}
        </Button>
      </Tip>
      <BarButton id="sheetNext" label="Next sheet">
        <ChevronRight fontSize="small" />
      </BarButton>
    </Paper>
  )
}

/** What undo takes back while a tool has the table; null where that is the project's own step. */
const toolStep = (tool: TableTool | null): string | null => {
  if (tool?.kind === 'trace') return 'a point of the outline'
  if (tool?.kind === 'colour') return tool.points.length ? 'the colour chosen' : 'choosing a colour'
  return tool?.kind === 'upright' ? 'choosing an edge' : null
}

const SAVING = {
  saved: 'Saved',
  saving: 'Saving…',
  waiting: 'Not saved: the server does not answer',
  conflict: 'Not saved: changed elsewhere',
  refused: 'Not saved: refused by the server',
} as const

const SavingSign = () => {
  const { state } = useBench((s) => s.saving)
  const isUnkept = useBench((s) => s.isUnkept && s.saving.state !== 'saved')
  const isBad = isUnkept || state === 'waiting' || state === 'conflict' || state === 'refused'
  return (
    <Typography
      variant="caption"
      role="status"
      data-saving={state}
      sx={{ color: isBad ? 'var(--mark-barCaution)' : 'var(--mark-barSoft)' }}
    >
      {isBad && '▲ '}
      {isUnkept ? 'Not saved, nor kept here: leave this page open' : SAVING[state]}
    </Typography>
  )
}

/** Where something moves on the sheet: plays it, and stands still. */
const PlaySign = () => {
  const moves = useBench(movesNow)
  const isPlaying = useBench((state) => state.isPlaying)
  if (!moves) return null
  return (
    <BarButton id="play" label={isPlaying ? 'Pause the sheet' : 'Play the sheet'}>
      {isPlaying ? <Pause fontSize="small" /> : <PlayArrow fontSize="small" />}
    </BarButton>
  )
}

/** A film on its way: pressed it opens what tells of it. */
const FilmSign = () => {
  const bench = useBenchHandle()
  const film = useBench((state) => state.film)
  if (film?.kind !== 'running') return null
  return (
    <Button color="inherit" size="small" onClick={() => openDialog(bench, 'film')}>
      Film {Math.round((100 * film.done) / film.of)}%
    </Button>
  )
}

const ViewGroup = () => {
  const bench = useBenchHandle()
  const full = useCommand('full')
  const percent = useBench((state) => formatNumber((state.view.scale / fullScale(shownSheet(state))) * 100, 0))
  return (
    <Paper variant="cluster">
      <BarTool name="Zoom the view out" says="See more of the sheet, smaller" onPress={() => zoomView(bench, 0.8)}>
        <Remove fontSize="small" />
      </BarTool>
      <Tip says={full.command.does} shortcut={full.key} describes>
        <Button
          aria-label={`View at ${percent}%. Show at 100%`}
          onClick={full.run}
          color="inherit"
          sx={{ minWidth: 50, px: 0.5 }}
        >
          {percent}%
        </Button>
      </Tip>
      <BarTool name="Zoom the view in" says="See the sheet from nearer" onPress={() => zoomView(bench, 1.25)}>
        <Add fontSize="small" />
      </BarTool>
      <BarButton id="fit" label="Fit the sheet">
        <FitScreen fontSize="small" />
      </BarButton>
      <BarButton id="rulers" label="Rulers and guides">
        <Straighten fontSize="small" />
      </BarButton>
      <BarButton id="clean" label="Clean view without marks">
        <Visibility fontSize="small" />
      </BarButton>
    </Paper>
  )
}

const HistoryGroup = () => {
  const bench = useBenchHandle()
  const undo = useBench(
    (state) => toolStep(toolOf(state)) ?? state.history.undo.at(-1)?.name ?? (state.preview ? 'change' : null),
  )
  const redo = useBench((state) => state.history.redo.at(-1)?.name ?? null)
  return (
    <>
      <BarTool
        name={undo ? `Undo: ${undo}` : 'Undo'}
        says={undo ? `Undo: ${undo}` : 'Nothing to undo'}
        shortcut="Ctrl Z"
        disabled={!undo}
        onPress={() => takeBack(bench)}
      >
        <Undo fontSize="small" />
      </BarTool>
      <BarTool
        name={redo ? `Redo: ${redo}` : 'Redo'}
        says={redo ? `Redo: ${redo}` : 'Nothing to redo'}
        shortcut="Ctrl Shift Z"
        disabled={!redo}
        onPress={() => makeAgain(bench)}
      >
        <Redo fontSize="small" />
      </BarTool>
      <BarButton id="history" label="History">
        <History fontSize="small" />
      </BarButton>
    </>
  )
}

/** The dark bar along the head of the bench. */
export const TopBar = () => {
  const bench = useBenchHandle()
  const name = useBench((state) => state.project.name)
  return (
    <AppBar data-region="bar">
      <Toolbar>
        <h1 className="visually-hidden">{name}</h1>
        <Brand />
        <ProjectName />
        <SheetCounter />
        <div className={panel.grow} />
        <Tip says="Find any command by its words" shortcut={FIND_KEY} describes>
          <Button
            onClick={() => setFinding(bench, true)}
            startIcon={<Search fontSize="small" />}
            color="inherit"
            sx={{ fontWeight: 400, px: 1 }}
          >
            Find a command
          </Button>
        </Tip>
        <FilmSign />
        <PlaySign />
        <SavingSign />
        <HistoryGroup />
        <ViewGroup />
        <BarButton id="shortcuts" label="Shortcuts">
          <KeyboardOutlined fontSize="small" />
        </BarButton>
        <Button
          variant="contained"
          color="primary"
          sx={{ bgcolor: 'var(--mark-plum)', color: 'var(--mark-casing)' }}
          onClick={() => openDialog(bench, 'export')}
        >
          Export
        </Button>
      </Toolbar>
    </AppBar>
  )
}
