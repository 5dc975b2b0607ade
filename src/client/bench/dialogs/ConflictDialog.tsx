'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { api, ApiError } from '@/client/http/api'

/** What cannot be saved as it is: theirs, or mine as a copy. Nothing is overwritten. */
export const ConflictDialog = () => {
  const bench = useBenchHandle()
  const router = useRouter()
  const saving = useBench((state) => state.saving)
  const [fault, setFault] = useState<string | null>(null)
  if (saving.state !== 'conflict' && saving.state !== 'refused') return null
  const isConflict = saving.state === 'conflict'
  const { id, name } = bench.get().project
  const attempt = (act: () => Promise<void>) => () => {
    act().catch((error: unknown) =>
      setFault(error instanceof ApiError ? error.message : 'This did not work. Try it again.'),
    )
  }
  const takeTheirs = attempt(async () => bench.adopt(await api.openProject(id)))
  const keepMine = attempt(async () => {
    const copy = await api.keepCopy(bench.get().project, `${name.slice(0, 180)} (my version)`)
    bench.adopt(await api.openProject(id))
    router.push(`/projects/${copy.id}`)
  })
  return (
    <Dialog open aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title">
        {isConflict ? 'Two versions of this project' : 'This change cannot be saved'}
      </DialogTitle>
      <DialogContent>
        <p style={{ marginTop: 0 }}>{saving.message}</p>
        <p>
          <strong>{isConflict ? 'Theirs' : 'What is saved'}</strong> shows the project as it is saved; what you did
          since then is let go of. <strong>Mine as a copy</strong> keeps your version as a project of its own, and the
          saved one stays as it is.
        </p>
        {fault && (
          <p role="alert" style={{ color: 'var(--room-fault)' }}>
            ▲ {fault}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={takeTheirs}>{isConflict ? 'Go on with theirs' : 'Go on with what is saved'}</Button>
        <Button variant="contained" onClick={keepMine}>
          Keep mine as a copy
        </Button>
      </DialogActions>
    </Dialog>
  )
}
