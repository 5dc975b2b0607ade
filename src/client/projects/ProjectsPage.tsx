'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import AppBar from '@mui/material/AppBar'
import Toolbar from '@mui/material/Toolbar'
import Typography from '@mui/material/Typography'
import Paper from '@mui/material/Paper'
import panel from '@/client/parts/Panel.module.css'
import Snackbar from '@mui/material/Snackbar'
import Link from 'next/link'
import { later } from '@/client/parts/later'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { useDropzone } from 'react-dropzone'
import type { ProjectSummary } from '@/contract/api'
import { api, saveBundle } from '@/client/http/api'
import { useReady } from '@/client/binding/useReady'
import { ProjectTile } from '@/client/projects/ProjectTile'
import { useProjects } from '@/client/projects/useProjects'
import type { PictureAnswer } from '@/contract/api'
import type { NewSheet } from '@/core/document/create'
import { SHEET_PRESETS, type SheetPreset } from '@/core/document/presets'
import { toPoints } from '@/core/units'
import { DropInput } from '@/client/parts/DropInput'
import { pictureProject, picturesProject } from '@/client/projects/pictureProject'
import { SizeTile } from '@/client/projects/SizeTile'
import styles from '@/client/projects/Projects.module.css'

const NewSheetDialog = later(() => import('@/client/projects/NewSheetDialog').then((m) => m.NewSheetDialog))
const StartWithDialog = later(() => import('@/client/projects/StartWithDialog').then((m) => m.StartWithDialog))
const NameDialog = later(() => import('@/client/parts/NameDialog').then((m) => m.NameDialog))

const Removed = ({
  projects,
  onRestore,
}: {
  readonly projects: readonly ProjectSummary[]
  readonly onRestore: (project: ProjectSummary) => void
}) =>
  projects.length ? (
    <details className={panel.kind}>
      <summary>Deleted projects ({projects.length})</summary>
      <ul>
        {projects.map((project) => (
          <li key={project.id}>
            {project.name}{' '}
            <Button onClick={() => onRestore(project)} aria-label={`Bring back ${project.name}`}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  ) : null

const EmptyState = ({ onNew, onDemo }: { readonly onNew: () => void; readonly onDemo: () => void }) => (
  <Paper variant="outlined" sx={{ p: 7, textAlign: 'center' }}>
    <h3>No projects yet</h3>
    <p>Make a sheet and put pictures into frames on it, drop a photograph here, or look at the demo first.</p>
    <Button variant="contained" onClick={onNew} sx={{ mr: 1 }}>
      New sheet
    </Button>
    <Button variant="outlined" onClick={onDemo}>
      Fill in the demo
    </Button>
  </Paper>
)

/** Sizes that one press makes a sheet of. */
const QUICK = SHEET_PRESETS.filter(({ name }) =>
  ['Square post', 'Upright post', 'Tall story', 'A4', 'A6 card'].includes(name),
)

const sheetOfPreset = ({ unit, w, h, ppi, bleed }: SheetPreset): NewSheet => ({
  unit,
  ppi,
  size: { w: toPoints(w, unit, ppi), h: toPoints(h, unit, ppi) },
  bleed: toPoints(bleed, unit, ppi),
})

/** Bundles are brought in; any other file is taken for a photograph. */
const isBundle = ({ name, type }: File): boolean => /\.zip$/i.test(name) || type === 'application/zip'

/** The projects as they look, the last changed first. */
export const ProjectsPage = () => {
  const router = useRouter()
  const isReady = useReady()
  const { projects, fault, busy, setFault, attempt, bringIn, addAll, startWith } = useProjects()
  const [isMaking, setMaking] = useState(false)
  const [renaming, setRenaming] = useState<ProjectSummary | null>(null)
  const [gone, setGone] = useState<ProjectSummary | null>(null)
  const [asked, setAsked] = useState<readonly File[]>([])
  const goTo = (id: string | null): void => {
    if (id !== null) router.push(`/projects/${id}`)
  }
  const take = (files: readonly File[]): void => {
    const bundle = files.find(isBundle)
    const photographs = files.filter((file) => !isBundle(file))
    if (bundle) return void bringIn(bundle).then((kind) => kind === 'template' && router.push('/templates'))
    if (photographs.length > 1) return setAsked(photographs)
    void startWith(photographs, ([only]) => pictureProject(only as PictureAnswer)).then(goTo) // one was sent
  }
  const startNow = (preset: SheetPreset): void => {
    void attempt('Making the sheet…', async () => goTo((await api.startProject('Untitled', sheetOfPreset(preset))).id))
  }
  const { getRootProps, getInputProps, open } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (files) => files.length > 0 && take(files),
  })
  const restore = (project: ProjectSummary): void => {
    setGone(null)
    void attempt('Bringing it back…', () => api.restoreProject(project.id))
  }
  const remove = (project: ProjectSummary): void => {
    void attempt('Deleting…', () => api.removeProject(project.id)).then((done) => done && setGone(project))
  }
  const kept = projects?.filter((project) => !project.removed) ?? []
  return (
    <div {...getRootProps({ className: styles.page, role: undefined })}>
      <AppBar>
        <Toolbar>
          <Typography variant="brand" component="h1">
            EAGER STENCIL
          </Typography>
        </Toolbar>
      </AppBar>
      <main className={styles.main}>
        <DropInput {...getInputProps({ 'aria-label': 'Bundle file', accept: '.zip' })} data-bundle-input />
        <div className={panel.row}>
          <h2 className={panel.grow}>Projects</h2>
          <Button component={Link} href="/pictures">
            Pictures
          </Button>
          <Button component={Link} href="/templates">
            Templates
          </Button>
          <Button variant="outlined" onClick={open} disabled={!isReady}>
            Open a bundle
          </Button>
          <Button variant="contained" onClick={() => setMaking(true)} disabled={!isReady}>
            New sheet
          </Button>
        </div>
        <div className={`${panel.row} ${styles.sizes}`} role="group" aria-label="Start a sheet of a usual size">
          {QUICK.map((preset) => (
            <SizeTile key={preset.name} preset={preset} disabled={!isReady} onPress={() => startNow(preset)} />
          ))}
          <Button component={Link} href="/templates" className={styles.size}>
            From a template
          </Button>
          <span className={panel.kind}>Or drop photographs anywhere on this page.</span>
        </div>
        {busy && (
          <div role="status">
            {busy}
            <LinearProgress aria-label={busy} />
          </div>
        )}
        {fault && (
          <Alert severity="error" onClose={() => setFault(null)} sx={{ mb: 2 }}>
            {fault}
          </Alert>
        )}
        {projects && !kept.length && (
          <EmptyState
            onNew={() => setMaking(true)}
            onDemo={() => void attempt('Painting the demo pictures, about 20 seconds…', api.fillDemo)}
          />
        )}
        <ul className={styles.grid}>
          {kept.map((project) => (
            <ProjectTile
              key={project.id}
              project={project}
              onRename={() => setRenaming(project)}
              onDuplicate={() => void attempt('Duplicating…', () => api.duplicateProject(project.id))}
              onRemove={() => remove(project)}
              onSave={() => void attempt('Packing the bundle…', () => saveBundle(project.id))}
            />
          ))}
        </ul>
        <Removed projects={projects?.filter((project) => project.removed) ?? []} onRestore={restore} />
      </main>
      {isMaking && (
        <NewSheetDialog
          templates={
            <Button component={Link} href="/templates">
              From a template…
            </Button>
          }
          onClose={() => setMaking(false)}
          onStart={async (name, sheet) => {
            await attempt('Making the sheet…', async () =>
              router.push(`/projects/${(await api.startProject(name, sheet)).id}`),
            )
          }}
        />
      )}
      {asked.length > 0 && (
        <StartWithDialog
          count={asked.length}
          onClose={() => setAsked([])}
          onStart={(how, presetName) => {
            const preset = SHEET_PRESETS.find(({ name }) => name === presetName) ?? QUICK[0]
            setAsked([])
            if (how === 'template')
              return void addAll(asked).then(
                (added) => added && router.push(`/templates?pictures=${added.map(({ hash }) => hash).join(',')}`),
              )
            if (preset) void startWith(asked, (pictures) => picturesProject(pictures, how, preset)).then(goTo)
          }}
        />
      )}
      {renaming && (
        <NameDialog
          title="Rename the project"
          action="Rename"
          name={renaming.name}
          onClose={() => setRenaming(null)}
          onName={(name) => {
            const { id } = renaming
            setRenaming(null)
            void attempt('Renaming…', () => api.renameProject(id, name))
          }}
        />
      )}
      <Snackbar
        open={gone !== null}
        autoHideDuration={10000}
        onClose={(_event, why) => why !== 'clickaway' && setGone(null)}
        message={gone ? `${gone.name} was deleted.` : ''}
        action={
          gone && (
            <Button color="inherit" onClick={() => restore(gone)}>
              Bring it back
            </Button>
          )
        }
      />
    </div>
  )
}
