'use client'
import MoreVert from '@mui/icons-material/MoreVert'
import Card from '@mui/material/Card'
import CardHeader from '@mui/material/CardHeader'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
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
    <Card component="li" variant="outlined">
      <Link href={`/projects/${project.id}`} aria-label={`Open ${project.name}`} prefetch={false}>
        <div className={styles.picture}>
          {isMissing ? (
            'No preview: a picture is missing'
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
      <CardHeader
        title={project.name}
        subheader={`${project.sheetCount} ${project.sheetCount === 1 ? 'sheet' : 'sheets'} · ${DATE.format(new Date(project.changedAt))}`}
        action={
          <IconButton
            aria-label={`More for ${project.name}`}
            aria-haspopup="menu"
            onClick={(event) => setAnchor(event.currentTarget)}
          >
            <MoreVert fontSize="small" />
          </IconButton>
        }
      />
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={run(onRename)}>Rename…</MenuItem>
        <MenuItem onClick={run(onDuplicate)}>Duplicate</MenuItem>
        <MenuItem onClick={run(onSave)}>Save a bundle (zip)</MenuItem>
        <MenuItem onClick={run(onRemove)}>Delete</MenuItem>
      </Menu>
    </Card>
  )
}
