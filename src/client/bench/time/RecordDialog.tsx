'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useEffect, useRef, useState } from 'react'
import { isFailure } from '@/core/failure'
import { formatNumber } from '@/core/units'
import { useBenchHandle } from '@/client/binding/useBench'
import { MOST_SECONDS, paintedRecorder, record } from '@/client/clips/recorder'
import { Fault } from '@/client/parts/Fault'
import { Choice } from '@/client/parts/fields/Choice'
import { takeRecording } from '@/client/store/recorded'
import panel from '@/client/parts/Panel.module.css'

/** Records a clip from a camera: here the painted one that ships with the program. */
export const RecordDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const recorder = paintedRecorder
  const [id, setId] = useState(recorder.sees[0]?.id ?? '')
  const [seconds, setSeconds] = useState<number | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const stop = useRef<AbortController | null>(null)
  const isRecording = seconds !== null
  useEffect(() => {
    let frame = 0
    const began = performance.now()
    const look = (now: number): void => {
      if (canvas.current) recorder.look(id, (now - began) / 1000, canvas.current)
      frame = requestAnimationFrame(look)
    }
    frame = requestAnimationFrame(look)
    return () => cancelAnimationFrame(frame)
  }, [recorder, id])
  useEffect(() => () => stop.current?.abort(), [])
  const start = async (): Promise<void> => {
    const control = new AbortController()
    stop.current = control
    setFault(null)
    setSeconds(0)
    try {
      const clip = await record(recorder, id, { onSecond: setSeconds, signal: control.signal })
      takeRecording(bench, clip, recorder.sees.find((one) => one.id === id)?.name ?? 'Recording')
      onClose()
    } catch (error) {
      setFault(isFailure(error) ? error.message : 'This browser could not record. Add a clip from a file.')
    }
    setSeconds(null)
  }
  return (
    <Dialog open onClose={isRecording ? undefined : onClose} aria-labelledby="record-title">
      <DialogTitle id="record-title">Record a clip</DialogTitle>
      <DialogContent>
        <canvas
          ref={canvas}
          width={recorder.size.w}
          height={recorder.size.h}
          style={{ width: '100%', height: 'auto', display: 'block', marginBottom: 8 }}
          role="img"
          aria-label="What the camera sees"
        />
        <div className={panel.row}>
          <Choice
            label={recorder.name}
            value={id}
            disabled={isRecording}
            options={recorder.sees.map((one) => [one.id, one.name] as const)}
            onChoice={setId}
          />
        </div>
        <p role="status">
          {isRecording
            ? `Recording, ${formatNumber(seconds, 1)} s`
            : `A stand-in for a camera, painted by the program. At most ${MOST_SECONDS} seconds; it goes into the selected frame.`}
        </p>
        {fault && <Fault>{fault}</Fault>}
      </DialogContent>
      <DialogActions>
        {!isRecording && <Button onClick={onClose}>Close</Button>}
        {isRecording ? (
          <Button variant="contained" onClick={() => stop.current?.abort()}>
            Stop
          </Button>
        ) : (
          <Button variant="contained" onClick={() => void start()}>
            Record
          </Button>
        )}
      </DialogActions>
    </Dialog>
  )
}
