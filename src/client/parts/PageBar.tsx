import AppBar from '@mui/material/AppBar'
import Button from '@mui/material/Button'
import Toolbar from '@mui/material/Toolbar'
import Link from 'next/link'
import { Brand } from '@/client/parts/Brand'
import panel from '@/client/parts/Panel.module.css'

/** The bar of a page that stands beside the projects: the program's name, and the way back to them. */
export const PageBar = () => (
  <AppBar>
    <Toolbar>
      <Brand />
      <span className={panel.grow} />
      <Button component={Link} href="/" color="inherit">
        Projects
      </Button>
    </Toolbar>
  </AppBar>
)
