'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { projectOfLeft, sendLeft } from '@/client/bench/openBench'
import { api, ApiError } from '@/client/http/api'
import { forgetSteps, type Unsent } from '@/client/store/unsent'

const MOST_NAMED = 6

/** What a tab that is gone has made and could not send: put in, kept apart, or let go of. */
export const LeftStepsDialog = () => {
  const bench = useBenchHandle()
  const router = useRouter()
  const left = useBench((state) => state.left)
  const [fault, setFault] = useState<string | null>(null)
  const [one, ...others] = left
  if (!one) return null
  const { id, name } = bench.get().project
  const next = (): void => {
    setFault(null)
    bench.set({ left: others })
  }
  const attempt = (act: (unsent: Unsent) => Promise<void>) => () => {
    act(one).catch((error: unknown) =>
      setFault(error instanceof ApiError ? error.message : 'This did not work. Try it again.'),
    )
  }
  const putIn = attempt(async (unsent) => {
    if (!(await bench.allSaved()))
      return setFault('What you have just done is not saved yet. Try it again in a moment.')
    const refusal = await sendLeft(id, unsent)
    bench.adopt(await api.openProject(id))
    if (refusal) return setFault('The project was changed since, so they no longer fit. Keep them as a copy.')
    next()
  })
  const keepApart = attempt(async (unsent) => {
    const project = await projectOfLeft(id, unsent)
    if (!project)
      return setFault('They no longer fit anything that is saved. All that can be done is to let go of them.')
    const copy = await api.keepCopy(project, `${name.slice(0, 180)} (found again)`)
    await forgetSteps(id, unsent.tab)
    next()
    router.push(`/projects/${copy.id}`)
  })
  const letGo = attempt(async (unsent) => {
    await forgetSteps(id, unsent.tab)
    next()
  })
  const { steps, at } = one
  const count = `${steps.length} ${steps.length === 1 ? 'change' : 'changes'}`
  return (
    <Dialog open aria-labelledby="left-title" onClose={next}>
      <DialogTitle id="left-title">{count} of a closed tab</DialogTitle>
      <DialogContent>
        <p style={{ marginTop: 0 }}>
          A tab of this browser was closed before the server had {steps.length === 1 ? 'this change' : 'these changes'}{' '}
          of {new Date(at).toLocaleString()}:
        </p>
        <ul>
          {steps.slice(-MOST_NAMED).map((step) => (
            <li key={step.id}>{step.name}</li>
          ))}
          {steps.length > MOST_NAMED && <li>and {steps.length - MOST_NAMED} before them</li>}
        </ul>
        {fault && (
          <p role="alert" style={{ color: 'var(--fault)' }}>
            ▲ {fault}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={letGo}>Let go of them</Button>
        <Button onClick={keepApart}>Keep as a copy</Button>
        <Button variant="contained" onClick={putIn}>
          Put into the project
        </Button>
      </DialogActions>
    </Dialog>
  )
}
