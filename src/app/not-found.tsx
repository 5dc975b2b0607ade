import Link from 'next/link'

const NotFound = () => (
  <main style={{ padding: 40 }}>
    <h1 style={{ fontSize: 20 }}>There is nothing at this address</h1>
    <p>
      Go to <Link href="/">all projects</Link> and choose one there.
    </p>
  </main>
)
export default NotFound
