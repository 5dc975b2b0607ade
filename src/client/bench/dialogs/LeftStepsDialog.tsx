'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { LoggedStep } from '@/core/document/history'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { projectOfLeft, sendLeft } from '@/client/bench/page/openBench'
import { api, ApiError } from '@/client/http/api'
import { forgetSteps, type Unsent } from '@/client/store/unsent'
import { putLeft } from '@/client/store/slices/document'

const MOST_NAMED = 6

interface NamedSteps {
  readonly id: string
  readonly name: string
  readonly times: number
}

/** The names of steps, those that follow one another under one name once. */
const namesOf = (steps: readonly LoggedStep[]): readonly NamedSteps[] =>
  steps.reduce<readonly NamedSteps[]>((named, { id, name }) => {
    const last = named.at(-1)
    return last?.name === name
      ? [...named.slice(0, -1), { ...last, times: last.times + 1 }]
      : [...named, { id, name, times: 1 }]
  }, [])

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
    putLeft(bench, others)
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
  const named = namesOf(steps)
  const count = `${steps.length} ${steps.length === 1 ? 'change' : 'changes'}`
  return (
    <Dialog open aria-labelledby="left-title" onClose={next}>
      <DialogTitle id="left-title">{count} of a closed tab</DialogTitle>
      <DialogContent>
        <p style={{ marginTop: 0 }}>
          A tab of this browser was closed before the server had {steps.length === 1 ? 'this change' : 'these changes'}{' '}
          of {new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}:
        </p>
        <ul>
          {named.slice(-MOST_NAMED).map(({ id: key, name: step, times }) => (
            <li key={key}>{times > 1 ? `${step}, ${times} times` : step}</li>
          ))}
          {named.length > MOST_NAMED && <li>and others before them</li>}
        </ul>
        <p>Esc leaves them as they are; they are offered again next time.</p>
        {fault && (
          <p role="alert" style={{ color: 'var(--room-fault)' }}>
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
