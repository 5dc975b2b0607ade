'use client'
import Alert from '@mui/material/Alert'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useState } from 'react'
import type { PictureAnswer, TemplateAnswer } from '@/contract/api'
import { api, ApiError, saveTemplateBundle } from '@/client/http/api'
import { PageBar } from '@/client/parts/PageBar'
import { Search } from '@/client/parts/fields/Search'
import { ALL_GROUPS, foundTemplates } from '@/client/templates/found'
import { startFromTemplate } from '@/client/templates/startProject'
import { gallery } from '@/client/workers/gallery'
import { TemplateGrid } from '@/client/templates/TemplateGrid'
import { TemplateMore } from '@/client/templates/TemplateMore'
import { TemplateGroups } from '@/client/templates/TemplateGroups'
import panel from '@/client/parts/Panel.module.css'

const SIDE = 220

const wordsOf = (error: unknown, otherwise: string): string => (error instanceof ApiError ? error.message : otherwise)

/** The pictures that the address names, in its order: those that the page was opened with. */
const namedPictures = (all: readonly PictureAnswer[], search: string): readonly PictureAnswer[] =>
  (new URLSearchParams(search).get('pictures') ?? '')
    .split(',')
    .flatMap((hash) => all.find((picture) => picture.hash === hash) ?? [])

/** The gallery of templates: a press starts a project of one, with the pictures that the page was opened with. */
export const TemplatesPage = () => {
  const router = useRouter()
  const scroller = useRef<HTMLDivElement>(null)
  const [templates, setTemplates] = useState<readonly TemplateAnswer[] | null>(null)
  const [pictures, setPictures] = useState<readonly PictureAnswer[]>([])
  const [fault, setFault] = useState<string | null>(null)
  const [busy, setBusy] = useState<string | null>(null)
  const [search, setSearch] = useState('')
  const [group, setGroup] = useState(ALL_GROUPS)
  useEffect(() => {
    gallery().warm()
    api
      .templates()
      .then(setTemplates, (error: unknown) =>
        setFault(wordsOf(error, 'The templates could not be listed. Reload the page.')),
      )
    if (!window.location.search) return
    api.pictures().then(
      (all) => setPictures(namedPictures(all, window.location.search)),
      (error: unknown) => setFault(wordsOf(error, 'Your pictures could not be listed. Reload the page.')),
    )
  }, [])
  const start = async (template: TemplateAnswer): Promise<void> => {
    setBusy(template.name)
    setFault(null)
    try {
      router.push(`/projects/${await startFromTemplate(template, pictures)}`)
    } catch (error) {
      setBusy(null)
      setFault(wordsOf(error, 'The project could not be started. Try it again.'))
    }
  }
  const attempt = async (act: () => Promise<void>): Promise<void> => {
    setFault(null)
    try {
      await act()
    } catch (error) {
      setFault(wordsOf(error, 'This did not work. Reload the page and try it again.'))
    }
  }
  const found = foundTemplates(templates ?? [], search, group)
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100dvh' }}>
      <PageBar />
      <main style={{ display: 'contents' }}>
        <div className={panel.head}>
          <div className={panel.row}>
            <h1 className={panel.grow} style={{ margin: 0, fontSize: 18 }}>
              Templates
            </h1>
            <Search
              name="Search templates"
              placeholder={`Search ${templates?.length ?? 0} templates`}
              value={search}
              onValue={setSearch}
            />
          </div>
          <TemplateGroups templates={templates ?? []} group={group} onGroup={setGroup} />
          <span className={panel.kind} role="status">
            {busy === null
              ? pictures.length
                ? `Shown with ${pictures.length === 1 ? 'your picture' : `your ${pictures.length} pictures`}. A press starts a project with them.`
                : 'A press starts a project. Its openings wait for your pictures.'
              : `Starting “${busy}” …`}
          </span>
          {fault !== null && (
            <Alert severity="error" onClose={() => setFault(null)}>
              {fault}
            </Alert>
          )}
        </div>
        <div ref={scroller} style={{ flex: 1, minHeight: 0, overflow: 'hidden auto', padding: '6px 12px' }}>
          {templates && found.length === 0 && <p className={panel.kind}>No template is found by “{search}”.</p>}
          {!templates && fault === null && <p className={panel.kind}>Reading the templates…</p>}
          <TemplateGrid
            templates={found}
            pictures={pictures}
            scroller={scroller}
            side={SIDE}
            says="Start a project of it:"
            onChoose={(template) => void start(template)}
            more={(template) => (
              <TemplateMore
                template={template}
                onSave={() => void attempt(() => saveTemplateBundle(template.id))}
                onRemove={() =>
                  void attempt(async () => {
                    await api.removeTemplate(template.id)
                    setTemplates(await api.templates())
                  })
                }
              />
            )}
          />
        </div>
      </main>
    </div>
  )
}
