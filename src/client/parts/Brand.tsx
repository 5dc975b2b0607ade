'use client'
import Typography from '@mui/material/Typography'
import Link from 'next/link'

/** The program's name, which leads to the projects. Their page is not fetched until it is gone to. */
export const Brand = () => (
  <Typography
    variant="brand"
    component={Link}
    href="/"
    prefetch={false}
    title="All projects"
    sx={{ textDecoration: 'none' }}
  >
    EAGER STENCIL
  </Typography>
)
