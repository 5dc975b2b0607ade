import '@mui/material/Button'
import '@mui/material/styles'

declare module '@mui/material/Button' {
  interface ButtonPropsVariantOverrides {
    /** Words or a sign without an edge, as on the rail. */
    quiet: true
    /** With an edge, where it stands alone. */
    framed: true
    /** Its sign above its words: the commands of a section. */
    command: true
  }
}
