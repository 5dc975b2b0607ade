'use client'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { useBenchHandle } from '@/client/binding/useBench'
import type { Upload } from '@/client/store/state'
import { dismissUpload } from '@/client/store/uploads'

/** A file on its way in, or what is wrong with it. */
export const UploadTile = ({ upload }: { readonly upload: Upload }) => {
  const bench = useBenchHandle()
  const isFailed = upload.state === 'failed'
  return (
    <Paper
      variant="outlined"
      role={isFailed ? 'alert' : 'status'}
      sx={{ flex: 'none', width: isFailed ? 270 : 140, p: 0.75 }}
    >
      <Typography variant="subtitle2" noWrap>
        {upload.name}
      </Typography>
      {isFailed ? (
        <>
          ▲ {upload.message}{' '}
          <Button size="small" variant="quiet" onClick={() => dismissUpload(bench, upload.id)}>
            Dismiss
          </Button>
        </>
      ) : (
        <>
          <div>
            {upload.state === 'sending' ? `Sending, ${Math.round(upload.share * 100)}%` : 'Reading the picture…'}
          </div>
          <LinearProgress
            variant={upload.state === 'sending' ? 'determinate' : 'indeterminate'}
            value={upload.share * 100}
            aria-label={`${upload.name}, progress`}
          />
          {upload.cancel && (
            <Button size="small" variant="quiet" onClick={upload.cancel}>
              Cancel
            </Button>
          )}
        </>
      )}
    </Paper>
  )
}
