'use client'
import { useEffect, useState } from 'react'
import type { PictureAnswer } from '@/contract/api'
import { api, ApiError } from '@/client/http/api'
import { PictureLibrary } from '@/client/library/PictureLibrary'
import { PageBar } from '@/client/parts/PageBar'

/** The library of pictures in full, apart from any project. */
export const LibraryPage = () => {
  const [pictures, setPictures] = useState<readonly PictureAnswer[] | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  useEffect(() => {
    api
      .pictures()
      .then(setPictures, (error: unknown) =>
        setFault(error instanceof ApiError ? error.message : 'The pictures could not be listed. Reload the page.'),
      )
  }, [])
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100dvh' }}>
      <PageBar />
      <main style={{ flex: 1, minHeight: 0, padding: 18, background: 'var(--room-panel)' }}>
        <h1 style={{ margin: '0 0 10px', fontSize: 18 }}>Pictures</h1>
        {fault && <p role="alert">{fault}</p>}
        {!pictures && !fault && <p>Reading the library…</p>}
        {pictures && (
          <div style={{ height: 'calc(100% - 34px)' }}>
            <PictureLibrary pictures={pictures} usesHere={null} onPictures={setPictures} />
          </div>
        )}
      </main>
    </div>
  )
}
