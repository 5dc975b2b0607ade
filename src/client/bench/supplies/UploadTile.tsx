'use client'
import LinearProgress from '@mui/material/LinearProgress'
import { useBenchHandle } from '@/client/binding/useBench'
import type { Upload } from '@/client/store/state'
import { dismissUpload } from '@/client/store/uploads'
import styles from '@/client/parts/Supplies.module.css'

/** A file on its way in, or what is wrong with it. */
export const UploadTile = ({ upload }: { readonly upload: Upload }) => {
  const bench = useBenchHandle()
  const isFailed = upload.state === 'failed'
  return (
    <div className={`${styles.upload} ${isFailed ? styles.failed : ''}`} role={isFailed ? 'alert' : 'status'}>
      <div className={styles.uploadName}>{upload.name}</div>
      {isFailed ? (
        <>
          ▲ {upload.message}{' '}
          <button
            type="button"
            className={styles.add}
            style={{ padding: 0, fontSize: 11 }}
            onClick={() => dismissUpload(bench, upload.id)}
          >
            Dismiss
          </button>
        </>
      ) : (
        <>
          <div style={{ margin: '4px 0' }}>
            {upload.state === 'sending' ? `Sending, ${Math.round(upload.share * 100)}%` : 'Reading the picture…'}
          </div>
          <LinearProgress
            variant={upload.state === 'sending' ? 'determinate' : 'indeterminate'}
            value={upload.share * 100}
            aria-label={`${upload.name}, progress`}
          />
        </>
      )}
    </div>
  )
}
