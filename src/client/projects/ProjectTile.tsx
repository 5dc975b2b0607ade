'use client'
import MoreVert from '@mui/icons-material/MoreVert'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useState } from 'react'
import type { ProjectSummary } from '@/contract/api'
import { thumbnailUrl } from '@/client/http/api'
import styles from '@/client/projects/Projects.module.css'

interface TileActions {
  readonly onRename: () => void
  readonly onDuplicate: () => void
  readonly onRemove: () => void
  readonly onSave: () => void
}

const DATE = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

/** One project: its first sheet as it is, its name, and what can be done with it. */
export const ProjectTile = ({
  project,
  onRename,
  onDuplicate,
  onRemove,
  onSave,
}: { readonly project: ProjectSummary } & TileActions) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [isMissing, setMissing] = useState(false)
  const run = (act: () => void) => () => {
    setAnchor(null)
    act()
  }
  return (
    <li className={styles.tile}>
      <Link
        href={`/projects/${project.id}`}
        className={styles.open}
        aria-label={`Open ${project.name}`}
        prefetch={false}
      >
        <div className={styles.picture}>
          {isMissing ? (
            <span className={styles.facts}>No preview: a picture is missing</span>
          ) : (
            // eslint-disable-next-line @next/next/no-img-element -- made by our own server at this size
            <img
              src={thumbnailUrl(project.id, project.revision)}
              alt={`First sheet of ${project.name}`}
              loading="lazy"
              onError={() => setMissing(true)}
              style={{ aspectRatio: `${project.width} / ${project.height}` }}
            />
          )}
        </div>
      </Link>
      <div className={styles.foot}>
        <div className={styles.names}>
          <Typography variant="subtitle2" noWrap title={project.name}>
            {project.name}
          </Typography>
          <div className={styles.facts}>
            {project.sheetCount} {project.sheetCount === 1 ? 'sheet' : 'sheets'} ·{' '}
            {DATE.format(new Date(project.changedAt))}
          </div>
        </div>
        <IconButton
          aria-label={`More for ${project.name}`}
          aria-haspopup="menu"
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          <MoreVert fontSize="small" />
        </IconButton>
        <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
          <MenuItem onClick={run(onRename)}>Rename…</MenuItem>
          <MenuItem onClick={run(onDuplicate)}>Duplicate</MenuItem>
          <MenuItem onClick={run(onSave)}>Save a bundle (zip)</MenuItem>
          <MenuItem onClick={run(onRemove)}>Delete</MenuItem>
        </Menu>
      </div>
    </li>
  )
}
