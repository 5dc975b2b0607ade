import Chip from '@mui/material/Chip'
import type { TemplateAnswer } from '@/contract/api'
import { ALL_GROUPS, groupsOf } from '@/client/templates/found'
import panel from '@/client/parts/Panel.module.css'

/** Which group of templates is looked at. */
export const TemplateGroups = ({
  templates,
  group,
  onGroup,
}: {
  readonly templates: readonly TemplateAnswer[]
  readonly group: string
  readonly onGroup: (group: string) => void
}) => (
  <div className={panel.wrap} role="group" aria-label="Groups of templates">
    {[ALL_GROUPS, ...groupsOf(templates)].map((each) => (
      <Chip
        key={each}
        label={each}
        clickable
        aria-pressed={group === each}
        color={group === each ? 'primary' : 'default'}
        variant={group === each ? 'filled' : 'outlined'}
        onClick={() => onGroup(each)}
      />
    ))}
  </div>
)
