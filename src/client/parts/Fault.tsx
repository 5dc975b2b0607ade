import Typography from '@mui/material/Typography'

/** What went wrong and what to do, said at once. */
export const Fault = ({ children }: { readonly children: string }) => (
  <Typography role="alert" variant="body2" color="error" sx={{ my: 0.75 }}>
    ▲ {children}
  </Typography>
)
