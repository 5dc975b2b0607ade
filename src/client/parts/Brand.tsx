'use client'
import Typography from '@mui/material/Typography'
import Link from 'next/link'

/** The program's name, which leads to the projects. */
export const Brand = () => (
  <Typography variant="brand" component={Link} href="/" title="All projects" sx={{ textDecoration: 'none' }}>
    EAGER STENCIL
  </Typography>
)
