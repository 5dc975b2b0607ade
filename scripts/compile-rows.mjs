import asc from 'assemblyscript/asc'

const OPTIONS = [
  '-O3',
  '--enable',
  'simd',
  '--runtime',
  'stub',
  '--noAssert',
  '--initialMemory',
  '1',
  '-o',
  'rows.wasm',
]

/** assembly/rows.ts as WebAssembly. Throws what the compiler says. */
export const compiledRows = async () => {
  let made = null
  const { error, stderr } = await asc.main(['assembly/rows.ts', ...OPTIONS], {
    writeFile: (_name, contents) => void (made = contents),
  })
  if (error) throw new Error(`${error.message}\n${stderr.toString()}`)
  return made
}
