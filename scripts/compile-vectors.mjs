import asc from 'assemblyscript/asc'

const OPTIONS = ['-O3', '--enable', 'simd', '--runtime', 'stub', '--noAssert', '--initialMemory', '1']

/** A file of assembly/ as WebAssembly: `rows` or `planes`. Throws what the compiler says. */
export const compiledVectors = async (name) => {
  let made = null
  const { error, stderr } = await asc.main([`assembly/${name}.ts`, ...OPTIONS, '-o', `${name}.wasm`], {
    writeFile: (_name, contents) => void (made = contents),
  })
  if (error) throw new Error(`${error.message}\n${stderr.toString()}`)
  return made
}
