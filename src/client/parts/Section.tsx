'use client'
'use memo'
import ExpandMore from '@mui/icons-material/ExpandMore'
import Accordion from '@mui/material/Accordion'
import AccordionDetails from '@mui/material/AccordionDetails'
import AccordionSummary from '@mui/material/AccordionSummary'
import Avatar from '@mui/material/Avatar'
import Typography from '@mui/material/Typography'
import { createContext, useContext, useSyncExternalStore, type ReactNode } from 'react'
import { folds, setFold, subscribeFolds } from '@/client/parts/folds'

/** What a section stands among: gives its number by its name, none for those without. */
const NumberContext = createContext<(name: string) => number>(() => 0)

/** The numbers of the sections within. */
export const Numbered = ({
  stepOf,
  children,
}: {
  readonly stepOf: (name: string) => number
  readonly children: ReactNode
}) => <NumberContext value={stepOf}>{children}</NumberContext>

interface SectionProps {
  /** Names it to the person, and the fold that is remembered. */
  readonly name: string
  /** What it is about in values, on one line beside its name. */
  readonly says?: ReactNode
  /** Whether it is open where the person has neither opened nor closed it by hand. */
  readonly isOpen?: boolean
  /** There is nothing in it now: it stands closed. */
  readonly isOff?: boolean
  readonly children?: ReactNode
}

/** A part of the card: open, or one line that says its values. Opened or closed by hand it stays so. */
export const Section = ({ name, says, isOpen = false, isOff = false, children }: SectionProps) => {
  const step = useContext(NumberContext)(name)
  const byHand = useSyncExternalStore(
    subscribeFolds,
    () => folds()[name],
    () => undefined,
  )
  return (
    <section aria-label={name}>
      <Accordion
        disabled={isOff}
        expanded={!isOff && (byHand === undefined ? isOpen : !byHand)}
        onChange={(_event, open) => setFold(name, !open)}
        slotProps={{ heading: { component: 'h2' }, transition: { timeout: 0, unmountOnExit: true } }}
      >
        <AccordionSummary expandIcon={<ExpandMore fontSize="small" />} onMouseDown={(event) => event.preventDefault()}>
          {step > 0 && <Avatar variant="rounded">{step}</Avatar>} {name}
          <Typography
            variant="caption"
            color="textSecondary"
            noWrap
            title={typeof says === 'string' ? says : undefined}
            sx={{ flex: 1, textAlign: 'right' }}
          >
            {says}
          </Typography>
        </AccordionSummary>
        <AccordionDetails>{children}</AccordionDetails>
      </Accordion>
    </section>
  )
}
