// Compiles what lies in assembly/ and keeps it as text that the page and the server load alike: `npm run vectors` after a change there.
import { writeFile } from 'node:fs/promises'
import { compiledVectors } from './compile-vectors.mjs'

const KEPT = { rows: 'src/core/adjust/rowsCode.ts', planes: 'src/core/film/planesCode.ts' }

for (const [name, file] of Object.entries(KEPT)) {
  const code = Buffer.from(await compiledVectors(name)).toString('base64')
  const head = `/** assembly/${name}.ts, compiled by \`npm run vectors\`, in Base64 (RFC 4648). */`
  await writeFile(file, `${head}\nexport const ${name.toUpperCase()}_CODE =\n  '${code}'\n`)
}
