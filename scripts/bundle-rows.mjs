// Compiles assembly/rows.ts and keeps it as text that the page and the server load alike: `npm run rows` after a change there.
import { writeFile } from 'node:fs/promises'
import { compiledRows } from './compile-rows.mjs'

const code = Buffer.from(await compiledRows()).toString('base64')
const text = `/** assembly/rows.ts, compiled by \`npm run rows\`, in Base64 (RFC 4648). */\nexport const ROWS_CODE =\n  '${code}'\n`
await writeFile('src/core/adjust/rowsCode.ts', text)
