'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Snackbar from '@mui/material/Snackbar'
import Link from 'next/link'
import dynamic from 'next/dynamic'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { useDropzone } from 'react-dropzone'
import type { ProjectSummary } from '@/contract/api'
import { api, saveBundle } from '@/client/http/api'
import { useReady } from '@/client/binding/useReady'
import { ProjectTile } from '@/client/projects/ProjectTile'
import { useProjects } from '@/client/projects/useProjects'
import styles from '@/client/projects/Projects.module.css'

const NewSheetDialog = dynamic(() => import('@/client/projects/NewSheetDialog').then((m) => m.NewSheetDialog))
const RenameDialog = dynamic(() => import('@/client/projects/RenameDialog').then((m) => m.RenameDialog))

const Removed = ({
  projects,
  onRestore,
}: {
  readonly projects: readonly ProjectSummary[]
  readonly onRestore: (project: ProjectSummary) => void
}) =>
  projects.length ? (
    <details className={styles.removed}>
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
  <div className={styles.emptyState}>
    <h3>No projects yet</h3>
    <p>Make a sheet and put pictures into frames on it, drop a photograph here, or look at the demo first.</p>
    <Button variant="contained" onClick={onNew} sx={{ mr: 1 }}>
      New sheet
    </Button>
    <Button variant="outlined" onClick={onDemo}>
      Fill in the demo
    </Button>
  </div>
)

/** Bundles are brought in; any other file is taken for a photograph. */
const isBundle = ({ name, type }: File): boolean => /\.zip$/i.test(name) || type === 'application/zip'

/** The projects as they look, the last changed first. */
export const ProjectsPage = () => {
  const router = useRouter()
  const isReady = useReady()
  const { projects, fault, busy, setFault, attempt, bringIn, startWith } = useProjects()
  const [isMaking, setMaking] = useState(false)
  const [renaming, setRenaming] = useState<ProjectSummary | null>(null)
  const [gone, setGone] = useState<ProjectSummary | null>(null)
  const take = (file: File): void => {
    if (isBundle(file)) return void bringIn(file)
    void startWith(file).then((id) => id !== null && router.push(`/projects/${id}`))
  }
  const { getRootProps, getInputProps, open } = useDropzone({
    noClick: true,
    noKeyboard: true,
    multiple: false,
    onDrop: (files) => files[0] && take(files[0]),
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
      <header className={styles.bar}>
        <h1 className={styles.brand}>EAGER STENCIL</h1>
      </header>
      <main className={styles.main}>
        <input {...getInputProps({ 'aria-label': 'Bundle file', accept: '.zip' })} data-bundle-input />
        <div className={styles.head}>
          <h2>Projects</h2>
          <Button component={Link} href="/pictures">
            Pictures
          </Button>
          <Button variant="outlined" onClick={open} disabled={!isReady}>
            Open a bundle
          </Button>
          <Button variant="contained" onClick={() => setMaking(true)} disabled={!isReady}>
            New sheet
          </Button>
        </div>
        {busy && (
          <div role="status" style={{ marginBottom: 12 }}>
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
          onClose={() => setMaking(false)}
          onStart={async (name, sheet) => {
            await attempt('Making the sheet…', async () =>
              router.push(`/projects/${(await api.startProject(name, sheet)).id}`),
            )
          }}
        />
      )}
      {renaming && (
        <RenameDialog
          name={renaming.name}
          onClose={() => setRenaming(null)}
          onRename={(name) => {
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
