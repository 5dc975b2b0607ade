'use client'
import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import { useEffect, useState } from 'react'
import type { MadeExport } from '@/contract/exports'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { megabytes } from '@/client/bench/export/fileSize'
import { api, ApiError, exportUrl, saveAs } from '@/client/http/api'
import { Fault } from '@/client/parts/Fault'
import { RailButton } from '@/client/parts/RailButton'
import { say } from '@/client/store/notices'
import panel from '@/client/parts/Panel.module.css'

const wordsOf = (error: unknown): string =>
  error instanceof ApiError ? error.message : 'The list of exports could not be reached. Try it again.'

/** When something was made, as short as the day allows. */
const whenOf = (made: string): string =>
  new Date(made).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })

interface ExportsMadeProps {
  /** Changes when another export is done. */
  readonly latest: string | null
}

/** What was exported of this project before: to be downloaded again until it is cleared. */
export const ExportsMade = ({ latest }: ExportsMadeProps) => {
  const bench = useBenchHandle()
  const projectId = useBench((state) => state.project.id)
  const [made, setMade] = useState<readonly MadeExport[]>([])
  const [fault, setFault] = useState<string | null>(null)
  useEffect(() => {
    let isHere = true
    api.exportsMade(projectId).then(
      (list) => {
        if (!isHere) return
        setMade(list)
        setFault(null)
      },
      (error: unknown) => isHere && setFault(wordsOf(error)),
    )
    return () => {
      isHere = false
    }
  }, [projectId, latest])
  const again = async ({ id, fileName }: MadeExport): Promise<void> => {
    try {
      await api.exportIsThere(id)
      saveAs(exportUrl(id), fileName)
    } catch (error) {
      setFault(wordsOf(error))
    }
  }
  const clear = async (): Promise<void> => {
    try {
      await api.clearExports(projectId)
      setMade([])
      say(bench, 'The exports of this project are cleared.')
    } catch (error) {
      setFault(wordsOf(error))
    }
  }
  if (!made.length) return fault === null ? null : <Fault>{fault}</Fault>
  return (
    <section aria-label="Exported before" style={{ marginTop: 14 }}>
      <div className={panel.row}>
        <strong>Exported before</strong>
        <RailButton
          label="Removes these files from the list and from the disk; what was downloaded stays"
          framed
          namedByWords
          onPress={() => void clear()}
        >
          Clear the list
        </RailButton>
      </div>
      {fault !== null && <Fault>{fault}</Fault>}
      <List dense sx={{ maxHeight: 132, overflowY: 'auto', py: 0.5 }}>
        {made.map((one) => (
          <ListItem key={one.id} disableGutters sx={{ py: 0, justifyContent: 'space-between', gap: 1 }}>
            <RailButton label={`Download ${one.fileName} again`} onPress={() => void again(one)}>
              {one.fileName}
            </RailButton>
            <span className={panel.kind}>
              {megabytes(one.bytes)}, {whenOf(one.madeAt)}
            </span>
          </ListItem>
        ))}
      </List>
    </section>
  )
}
