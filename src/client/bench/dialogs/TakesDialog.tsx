'use client'
import Card from '@mui/material/Card'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import panel from '@/client/parts/Panel.module.css'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { takeNames, takesOf } from '@/core/document/takes'
import type { Frame, Sheet } from '@/core/document/types'
import type { Take } from '@/core/document/fill'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { NameField } from '@/client/parts/fields/NameField'
import { RailButton } from '@/client/parts/RailButton'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { selectedFrame } from '@/client/store/selection'
import { chooseTake, dropTake, nameTake, takesEverywhere } from '@/client/store/sharing'
import styles from '@/client/bench/dialogs/Takes.module.css'

/** Pixels that a take is painted in, by how many stand side by side; shown as wide as there is room. */
const sideFor = (count: number): { readonly w: number; readonly h: number } =>
  count > 3 ? { w: 190, h: 150 } : count === 3 ? { w: 262, h: 206 } : { w: 400, h: 316 }

const TakeTile = ({
  frame,
  sheet,
  take,
  isShown,
  isLast,
}: {
  readonly frame: Frame
  readonly sheet: Sheet
  readonly take: Take
  readonly isShown: boolean
  readonly isLast: boolean
}) => {
  const bench = useBenchHandle()
  const project = useBench(shownProject)
  const fill = takesOf(sheet, frame)
  if (!fill) return null
  const shown: Frame = { ...frame, fill: { ...fill, shown: take.id } }
  const side = sideFor(fill.takes.length)
  return (
    <Card
      variant="outlined"
      data-shown={isShown}
      sx={{ p: 0.75, bgcolor: isShown ? 'var(--room-mossTint)' : undefined }}
    >
      <ButtonBase
        className={styles.picture}
        aria-pressed={isShown}
        aria-label={`Show take ${take.name}`}
        onClick={() => chooseTake(bench, frame.id, take.id)}
      >
        <Thumbnail project={project} sheet={sheet} frames={[shown]} width={side.w} height={side.h} />
      </ButtonBase>
      <div className={panel.row}>
        <NameField
          label={`Name of take ${take.name}`}
          name={take.name}
          onName={(name) => nameTake(bench, frame.id, take.id, name)}
        />
        <RailButton
          framed
          label={`Remove take ${take.name}`}
          disabled={isLast}
          onPress={() => dropTake(bench, frame.id, take.id)}
        >
          Remove
        </RailButton>
      </div>
      <Typography variant="caption" noWrap>
        {project.pictures[take.placed.pictureId]?.name}
      </Typography>
    </Card>
  )
}

/** All takes of the selected frame side by side, each as the frame would look; and the sets of takes of the sheet. */
export const TakesDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const frame = useBench(selectedFrame)
  const sheet = useBench(shownSheet)
  const fill = frame && takesOf(sheet, frame)
  if (!frame || !fill) return null
  const names = takeNames(sheet)
  return (
    <Dialog open onClose={onClose} aria-labelledby="takes-title" fullWidth maxWidth="md">
      <DialogTitle id="takes-title">Takes of {frame.name}</DialogTitle>
      <DialogContent>
        <div className={styles.takes} data-count={fill.takes.length}>
          {fill.takes.map((take) => (
            <TakeTile
              key={take.id}
              frame={frame}
              sheet={sheet}
              take={take}
              isShown={take.id === fill.shown}
              isLast={fill.takes.length < 2}
            />
          ))}
        </div>
        {names.length > 0 && (
          <div className={panel.wrap} role="group" aria-label="Takes of the whole sheet">
            <span>In all frames of the sheet:</span>
            {names.map(({ name, frames }) => (
              <RailButton
                key={name}
                framed
                label={`Show take ${name} in all ${frames} frames that have one`}
                onPress={() => takesEverywhere(bench, name)}
              >
                {name} ({frames})
              </RailButton>
            ))}
          </div>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}
