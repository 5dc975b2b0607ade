import '@mui/material/Button'
import '@mui/material/Paper'
import '@mui/material/Typography'
import '@mui/material/styles'

declare module '@mui/material/Button' {
  interface ButtonPropsVariantOverrides {
    /** Words or a sign without an edge, as on the rail. */
    quiet: true
    /** With an edge, where it stands alone. */
    framed: true
    /** Its sign above its words: the commands of a section. */
    command: true
    /** A picture to press, its caption beneath; with an edge where the picture has none. */
    tile: true
    edged: true
    /** A colour to press. */
    swatch: true
    /** A large place to press or to drop something. */
    target: true
  }
}

declare module '@mui/material/styles' {
  interface TypographyVariants {
    brand: React.CSSProperties
  }
  interface TypographyVariantsOptions {
    brand?: React.CSSProperties
  }
}

declare module '@mui/material/Typography' {
  interface TypographyPropsVariantOverrides {
    /** The program's name. */
    brand: true
  }
}

declare module '@mui/material/Paper' {
  interface PaperPropsVariantOverrides {
    /** Buttons of the bar that belong together. */
    cluster: true
  }
}
