'use client'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import { BenchContext } from '@/client/binding/useBench'
import { BenchView } from '@/client/bench/page/BenchView'
import { borrowLevels } from '@/client/stage/images'
import { openBench } from '@/client/bench/page/openBench'
import { ApiError } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'

/** Opens the project and shows the bench, or says why it cannot. */
export const BenchPage = ({ id }: { readonly id: string }) => {
  const [bench, setBench] = useState<Bench | null>(null)
  const [fault, setFault] = useState<string | null>(null)

  useEffect(() => {
    let isGone = false
    let close: () => void = () => undefined
    // Its worker starts while the project is on its way.
    const { images, release } = borrowLevels()
    images.warm()
    openBench(id).then(
      (opened) => {
        if (isGone) return opened.close()
        close = opened.close
        setBench(opened.bench)
      },
      (error: unknown) =>
        setFault(error instanceof ApiError ? error.message : 'The project could not be opened. Reload the page.'),
    )
    return () => {
      isGone = true
      close()
      release()
      setBench(null)
    }
  }, [id])

  if (fault)
    return (
      <main style={{ padding: 40, maxWidth: 560 }}>
        <h1 style={{ fontSize: 20 }}>This project cannot be shown</h1>
        <p role="alert">{fault}</p>
        <Button variant="contained" component={Link} href="/">
          All projects
        </Button>
      </main>
    )
  if (!bench) return <p style={{ padding: 40 }}>Opening the project…</p>
  return (
    <BenchContext.Provider value={bench}>
      <BenchView />
    </BenchContext.Provider>
  )
}
