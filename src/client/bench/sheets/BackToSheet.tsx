'use client'
import West from '@mui/icons-material/West'
import Button from '@mui/material/Button'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { goBack, wayBack } from '@/client/store/shownSheets'

/** The way back to the sheet from which this one was opened. */
export const BackToSheet = () => {
  const bench = useBenchHandle()
  const name = useBench((state) => {
    const back = wayBack(state)
    return back ? (state.project.sheets[back.sheetId]?.name ?? '') : null
  })
  if (name === null) return null
  return (
    <div style={{ gridArea: 'table', placeSelf: 'start', zIndex: 3, margin: 12 }}>
      <Button
        size="small"
        variant="contained"
        startIcon={<West fontSize="inherit" />}
        onClick={() => {
          goBack(bench)
          focusTable()
        }}
      >
        Back to {name}
      </Button>
    </div>
  )
}
