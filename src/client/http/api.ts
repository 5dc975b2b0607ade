import type { KeptStyle, NewStyle } from '@/contract/styles'
import type {
  FaceAnswer,
  KeptStencil,
  NewStencil,
  OpenedProject,
  PictureAnswer,
  PictureChange,
  PictureUse,
  ProjectAt,
  ProjectSummary,
  Refusal,
  Replaced,
  SavedSteps,
  SaveRequest,
  StencilChange,
  StockPage,
  TemplateAnswer,
  TemplateDocument,
} from '@/contract/api'
import type { ExportRequest, ExportState, ExportTrial, MadeExport, TrialRequest } from '@/contract/exports'
import type { NewSheet } from '@/core/document/create'
import type { Project } from '@/core/document/types'

/** The server said no, in words. `status` 0 means that it could not be reached. */
export class ApiError extends Error {
  readonly status: number
  readonly code: string
  readonly facts: Refusal['facts']
  constructor(status: number, refusal: Refusal) {
    super(refusal.message)
    this.name = 'ApiError'
    this.status = status
    this.code = refusal.code
    this.facts = refusal.facts
  }
}

export const unreachable = (): ApiError =>
  new ApiError(0, {
    code: 'unreachable',
    message: 'The program’s server does not answer. Check that it is running; your work is kept here meanwhile.',
  })

const isRefusal = (value: unknown): value is Refusal =>
  typeof value === 'object' && value !== null && 'message' in value

export const refusalOf = (status: number, body: unknown): ApiError =>
  isRefusal(body)
    ? new ApiError(status, body)
    : new ApiError(status, {
        code: 'unknown',
        message: 'The server answered with something unexpected. Reload the page and try again.',
      })

const NO_ANSWER = Symbol('no answer')

/** The JSON of an answer; what is none, such as a page of some program between, is no answer of ours. */
const readAnswer = async (response: Response): Promise<unknown> => {
  try {
    return (await response.json()) as unknown
  } catch (error) {
    if (error instanceof SyntaxError) return NO_ANSWER
    // It broke off on its way.
    throw unreachable()
  }
}

const call = async <T>(
  path: string,
  method = 'GET',
  body?: unknown,
  keepalive = false,
  signal: AbortSignal | null = null,
): Promise<T> => {
  let response: Response
  try {
    const text = body === undefined ? null : JSON.stringify(body)
    response = await fetch(`/api${path}`, {
      method,
      body: text,
      signal,
      // A request may outlive its page only if it is small.
      keepalive: keepalive && (text?.length ?? 0) < 60_000,
      headers: body === undefined ? {} : { 'Content-Type': 'application/json' },
    })
  } catch {
    throw unreachable()
  }
  const answer = await readAnswer(response)
  if (!response.ok || answer === NO_ANSWER) throw refusalOf(response.status, answer)
  return answer as T // the contract
}

const at = (id: string): string => encodeURIComponent(id)

/** Is the file of an export there to be fetched? Throws in words where it is not. */
const exportIsThere = async (job: string): Promise<void> => {
  let response: Response
  try {
    response = await fetch(`/api/exports/${at(job)}/file`, { method: 'HEAD' })
  } catch {
    throw unreachable()
  }
  if (!response.ok)
    throw new ApiError(response.status, {
      code: 'not-found',
      message: 'This export is no longer here. Export the sheet again.',
    })
}

export const api = {
  projects: () => call<readonly ProjectSummary[]>('/projects'),
  startProject: (name: string, sheet: NewSheet) => call<{ id: string }>('/projects', 'POST', { name, sheet }),
  keepCopy: (document: Project, name: string) => call<{ id: string }>('/projects', 'POST', { name, document }),
  openProject: (id: string) => call<OpenedProject>(`/projects/${at(id)}`),
  projectAt: (id: string, revision: number) => call<ProjectAt>(`/projects/${at(id)}?at=${revision}`),
  renameProject: (id: string, name: string) => call<{ id: string }>(`/projects/${at(id)}`, 'PATCH', { name }),
  duplicateProject: (id: string) => call<{ id: string }>(`/projects/${at(id)}/duplicate`, 'POST'),
  removeProject: (id: string) => call<{ id: string }>(`/projects/${at(id)}`, 'DELETE'),
  restoreProject: (id: string) => call<{ id: string }>(`/projects/${at(id)}/restore`, 'POST'),
  saveSteps: (id: string, request: SaveRequest) => call<SavedSteps>(`/projects/${at(id)}/steps`, 'POST', request, true),
  pictures: () => call<readonly PictureAnswer[]>('/pictures'),
  changePicture: (hash: string, change: PictureChange) => call<PictureAnswer>(`/pictures/${at(hash)}`, 'PATCH', change),
  removePicture: (hash: string) => call<{ hash: string }>(`/pictures/${at(hash)}`, 'DELETE'),
  bringPictureBack: (hash: string) => call<PictureAnswer>(`/pictures/${at(hash)}/back`, 'POST', {}),
  usedPictures: () => call<readonly string[]>('/pictures/used'),
  pictureUses: (hash: string) => call<readonly PictureUse[]>(`/pictures/${at(hash)}/uses`),
  replacePicture: (hash: string, by: string) =>
    call<readonly Replaced[]>(`/pictures/${at(hash)}/replace`, 'POST', { by }),
  markUsed: (hashes: readonly string[]) => call<{ marked: number }>('/pictures/used', 'POST', { hashes }),
  styles: () => call<readonly KeptStyle[]>('/styles'),
  keepStyle: (style: NewStyle) => call<KeptStyle>('/styles', 'POST', style),
  forgetStyle: (id: string) => call<{ id: string }>(`/styles/${at(id)}`, 'DELETE'),
  stencils: () => call<readonly KeptStencil[]>('/stencils'),
  keepStencils: (stencils: readonly NewStencil[]) => call<readonly KeptStencil[]>('/stencils', 'POST', { stencils }),
  changeStencil: (id: string, change: StencilChange) => call<KeptStencil>(`/stencils/${at(id)}`, 'PATCH', change),
  forgetStencil: (id: string) => call<{ id: string }>(`/stencils/${at(id)}`, 'DELETE'),
  templates: () => call<readonly TemplateAnswer[]>('/templates'),
  keepTemplate: (document: Project) => call<TemplateAnswer>('/templates', 'POST', { document }),
  removeTemplate: (id: string) => call<{ id: string }>(`/templates/${at(id)}`, 'DELETE'),
  checkTemplateBundle: (id: string) => call<{ fileName: string }>(`/templates/${at(id)}/bundle?check=1`),
  template: (id: string, version: number) => call<TemplateDocument>(`/templates/${at(id)}?version=${version}`),
  faces: () => call<readonly FaceAnswer[]>('/faces'),
  forgetFace: (id: string) => call<{ id: string }>(`/faces/${at(id)}`, 'DELETE'),
  searchStock: (query: string, page: number) => call<StockPage>(`/stock?q=${encodeURIComponent(query)}&page=${page}`),
  bringStockIn: (id: string) => call<PictureAnswer>(`/stock/${at(id)}`, 'POST'),
  startExport: (id: string, request: ExportRequest) =>
    call<{ id: string }>(`/projects/${at(id)}/exports`, 'POST', request),
  tryExport: (id: string, trial: TrialRequest, signal: AbortSignal) =>
    call<ExportTrial>(`/projects/${at(id)}/exports/trial`, 'POST', trial, false, signal),
  exportsMade: (id: string) => call<readonly MadeExport[]>(`/projects/${at(id)}/exports`),
  clearExports: (id: string) => call<{ cleared: number }>(`/projects/${at(id)}/exports`, 'DELETE'),
  exportIsThere,
  exportState: (job: string) => call<ExportState>(`/exports/${at(job)}`),
  cancelExport: (job: string) => call<ExportState>(`/exports/${at(job)}`, 'DELETE'),
  checkBundle: (id: string) => call<{ fileName: string }>(`/projects/${at(id)}/bundle?check=1`),
  fillDemo: () => call<{ id: string }>('/demo', 'POST'),
}

export const thumbnailUrl = (id: string, revision: number): string =>
  `/api/projects/${at(id)}/thumbnail?revision=${revision}`
export const bundleUrl = (id: string): string => `/api/projects/${at(id)}/bundle`
/** Hands an address to the browser to save. */
export const saveAs = (url: string, fileName: string): void => {
  const link = document.createElement('a')
  link.href = url
  link.download = fileName
  link.click()
}

/** Saves a project as a bundle; throws in words where it cannot be made. */
export const saveBundle = async (id: string): Promise<void> => {
  const { fileName } = await api.checkBundle(id)
  saveAs(bundleUrl(id), fileName)
}

/** Saves a template as a bundle, to be sent to somebody. */
export const saveTemplateBundle = async (id: string): Promise<void> => {
  const { fileName } = await api.checkTemplateBundle(id)
  saveAs(`/api/templates/${at(id)}/bundle`, fileName)
}

export const categoryUrl = (category: string): string => `/api/stencils/zip?category=${encodeURIComponent(category)}`
export const stockPreviewUrl = (id: string): string => `/api/stock/${at(id)}/preview`
export const exportUrl = (job: string): string => `/api/exports/${at(job)}/file`
export const faceUrl = (id: string): string => `/api/faces/${at(id)}/file`
export const clipUrl = (file: string): string => `/api/clips/${file}`
export const levelUrl = (hash: string, level: number): string => `/api/pictures/${hash}/levels/${level}`

/** Sends a file with progress in [0, 1]. XMLHttpRequest, since fetch reports no upload progress. */
export const sendFile = <T>(
  path: string,
  file: Blob,
  onProgress: (share: number) => void,
): { readonly done: Promise<T>; readonly cancel: () => void } => {
  const request = new XMLHttpRequest()
  const done = new Promise<T>((resolve, reject) => {
    request.upload.onprogress = (event) => onProgress(event.total ? event.loaded / event.total : 0)
    request.onload = () => {
      let body: unknown = null
      try {
        body = JSON.parse(request.responseText)
      } catch {
        body = null
      }
      if (request.status >= 200 && request.status < 300)
        resolve(body as T) // the contract
      else reject(refusalOf(request.status, body))
    }
    request.onerror = () => reject(unreachable())
    request.onabort = () =>
      reject(
        new ApiError(0, {
          code: 'cancelled',
          message: 'The upload was cancelled. Add the file again when you want it.',
        }),
      )
    request.open('POST', `/api${path}`)
    request.send(file)
  })
  return { done, cancel: () => request.abort() }
}
