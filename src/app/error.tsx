'use client'
import Button from '@mui/material/Button'

/** What a person sees when a page fails in a way nobody foresaw. */
const ErrorPage = ({ reset }: { readonly reset: () => void }) => (
  <main style={{ padding: 40 }} role="alert">
    <h1 style={{ fontSize: 20 }}>This page stopped working</h1>
    <p>Everything saved is safe. Try again, or reload the page.</p>
    <Button variant="contained" onClick={reset}>
      Try again
    </Button>
  </main>
)
export default ErrorPage
