'use client'

/** What a person sees when a page fails in a way nobody foresaw. */
const ErrorPage = ({ reset }: { readonly reset: () => void }) => (
  <main style={{ padding: 40 }} role="alert">
    <h1 style={{ fontSize: 20 }}>This page stopped working</h1>
    <p>Everything saved is safe. Try again, or reload the page.</p>
    <button type="button" onClick={reset}>
      Try again
    </button>
  </main>
)
export default ErrorPage
