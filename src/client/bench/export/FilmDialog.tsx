'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import LinearProgress from '@mui/material/LinearProgress'
import { useEffect, useMemo, useRef, useState } from 'react'
import { FILM, filmSize, type FilmPlan } from '@/core/film/plan'
import { filmLength, scenesOf } from '@/core/film/sequence'
import { formatNumber } from '@/core/units'
import { sheetOf } from '@/core/document/read'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { megabytes } from '@/client/bench/export/fileSize'
import { FilmFields } from '@/client/bench/export/FilmFields'
import { FilmSheets } from '@/client/bench/export/FilmSheets'
import { FilmPreview } from '@/client/bench/export/FilmPreview'
import { ExportKind } from '@/client/bench/export/ExportKind'
import { useExpected } from '@/client/bench/export/useExpected'
import { cancelFilm, saveFilm, startFilm } from '@/client/store/films'
import type { FilmState } from '@/client/store/timeState'
import { Fault } from '@/client/parts/Fault'
import { canMake, lastFilm, noteFilm, type FilmChoice } from '@/client/store/filmChoice'
import { pause } from '@/client/store/playing'
import { closeDialog } from '@/client/store/slices/dialogs'
import styles from '@/client/bench/export/ExportPreview.module.css'

/** The newest picture of a film that is being made. */
const NewestPicture = ({ picture }: { readonly picture: ImageBitmap }) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => canvas.current?.getContext('2d')?.drawImage(picture, 0, 0), [picture])
  const k = 150 / Math.max(picture.width, picture.height)
  return (
    <canvas
      ref={canvas}
      width={picture.width}
      height={picture.height}
      style={{ width: picture.width * k, height: picture.height * k }}
      aria-hidden
    />
  )
}

const FilmProgressLine = ({ state }: { readonly state: FilmState }) => {
  if (state.kind === 'failed') return <Fault>{state.words}</Fault>
  if (state.kind === 'done')
    return (
      <p role="status" data-film-done>
        <strong>{state.name}</strong>, {megabytes(state.file.size)}.
      </p>
    )
  const { done, of, picture } = state
  return (
    <div role="status" style={{ marginTop: 14 }}>
      Picture {done} of {of}
      <LinearProgress variant="determinate" value={(100 * done) / of} sx={{ my: 0.5 }} aria-label="Film, progress" />
      {picture && <NewestPicture picture={picture} />}
    </div>
  )
}

/** Sheets in sequence as one film: format, size, pictures a second; a preview; progress, cancel, download. */
export const FilmDialog = () => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const shown = useBench((state) => state.sheetId)
  const [choice, setChoice] = useState<FilmChoice>(lastFilm)
  const [chosen, setChosen] = useState<readonly string[]>(project.order)
  const [isPossible, setPossible] = useState(true)
  const state = useBench((now) => now.film)
  const isBusy = state?.kind === 'running'
  const { format, rate, isClear } = choice
  const sheetIds = useMemo(() => project.order.filter((id) => chosen.includes(id)), [project.order, chosen])
  const scenes = useMemo(() => scenesOf(sheetIds.map((id) => sheetOf(project, id))), [project, sheetIds])
  const plan: FilmPlan = { ...choice, sheetIds, isClear: isClear && FILM[format].hasAlpha }
  const size = filmSize(plan, sheetOf(project, sheetIds[0] ?? shown).size)
  const seconds = filmLength(scenes)
  const expected = useExpected(project, plan, size, seconds, isBusy || !sheetIds.length)
  const put = (change: Partial<FilmChoice>): void => setChoice((now) => ({ ...now, ...change }))
  useEffect(() => {
    let isOver = false
    canMake(format, size, choice).then(
      (can) => !isOver && setPossible(can),
      () => !isOver && setPossible(false),
    )
    return () => {
      isOver = true
    }
  }, [format, size.w, size.h]) // eslint-disable-line react-hooks/exhaustive-deps -- of the choice only what is named matters
  // What plays behind the dialog would take its time from the film.
  useEffect(() => pause(bench), [bench])
  const close = (): void => closeDialog(bench)
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="film-title">
      <DialogTitle id="film-title">
        Film of {sheetIds.length === 1 ? sheetOf(project, sheetIds[0] ?? shown).name : `${sheetIds.length} sheets`}
      </DialogTitle>
      <DialogContent className={styles.form} style={{ gridTemplateColumns: 'minmax(0, 1fr) 310px' }}>
        <div>
          <ExportKind kind="film" disabled={isBusy} />
          <FilmFields choice={choice} isPossible={isPossible} disabled={isBusy} onChoice={put} />
          {project.order.length > 1 && (
            <FilmSheets project={project} chosen={chosen} shown={shown} disabled={isBusy} onChosen={setChosen} />
          )}
          <p data-expected>
            {formatNumber(seconds, 2)} s, {Math.max(1, Math.round(seconds * rate))} pictures
            {expected === null ? '' : `, about ${megabytes(expected)}`}. Sound is left out.
          </p>
          {state && <FilmProgressLine state={state} />}
          {state?.kind === 'done' && (
            <Button onClick={() => saveFilm(state.file, state.name, state.type)} sx={{ p: 0, minWidth: 0 }}>
              Download again
            </Button>
          )}
        </div>
        <FilmPreview project={project} scenes={scenes} size={size} isClear={plan.isClear} />
      </DialogContent>
      <DialogActions>
        {isBusy && <Button onClick={() => cancelFilm(bench)}>Cancel the film</Button>}
        <Button onClick={close}>{isBusy ? 'Work on meanwhile' : 'Close'}</Button>
        <Button
          variant="contained"
          disabled={isBusy || !sheetIds.length || !isPossible}
          onClick={() => {
            noteFilm(choice)
            void startFilm(bench, project, plan)
          }}
        >
          Make the {FILM[format].name}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
