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
import { forgetUnsent } from '@/client/store/saver'

/** Two versions of one project: theirs, or mine as a copy. Nothing is overwritten. */
export const ConflictDialog = () => {
  const bench = useBenchHandle()
  const router = useRouter()
  const saving = useBench((state) => state.saving)
  const [fault, setFault] = useState<string | null>(null)
  if (saving.state !== 'conflict') return null
  const { id, name } = bench.get().project
  const attempt = (act: () => Promise<void>) => () => {
    act().catch((error: unknown) =>
      setFault(error instanceof ApiError ? error.message : 'This did not work. Try it again.'),
    )
  }
  const takeTheirs = attempt(async () => bench.adopt(await api.openProject(id)))
  const keepMine = attempt(async () => {
    const copy = await api.keepCopy(bench.get().project, `${name.slice(0, 180)} (my version)`)
    forgetUnsent(id)
    bench.adopt(await api.openProject(id))
    router.push(`/projects/${copy.id}`)
  })
  return (
    <Dialog open aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title">Two versions of this project</DialogTitle>
      <DialogContent>
        <p style={{ marginTop: 0 }}>{saving.message}</p>
        <p>
          <strong>Theirs</strong> shows the project as it is saved; what you did since then is let go of.{' '}
          <strong>Mine as a copy</strong> keeps your version as a project of its own, and theirs stays as it is.
        </p>
        {fault && (
          <p role="alert" style={{ color: 'var(--fault)' }}>
            ▲ {fault}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={takeTheirs}>Go on with theirs</Button>
        <Button variant="contained" onClick={keepMine}>
          Keep mine as a copy
        </Button>
      </DialogActions>
    </Dialog>
  )
}
