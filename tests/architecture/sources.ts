/** The program's own files, read once for the tests of its architecture. */
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'

export const SRC = path.resolve('src')

const filesBelow = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const full = path.join(folder, entry.name)
    return entry.isDirectory() ? filesBelow(full) : /\.tsx?$/.test(entry.name) ? [full] : []
  })

export const FILES = filesBelow(SRC)
export const nameOf = (file: string): string => path.relative(SRC, file)
export const textOf = (file: string): string => readFileSync(file, 'utf8')
/** Comments taken out, so that words in them don't count. */
export const codeOf = (file: string): string => textOf(file).replace(/\/\*[\s\S]*?\*\/|\/\/.*$/gm, '')

export const importsOf = (file: string): string[] =>
  [
    ...textOf(file).matchAll(
      /(?:import|export)\s[^'"]*?from\s*['"]([^'"]+)['"]|import\(\s*['"]([^'"]+)['"]\s*\)|import\s*['"]([^'"]+)['"]/g,
    ),
  ].map((match) => match[1] ?? match[2] ?? match[3] ?? '')

const resolved = (file: string, wanted: string): string | null => {
  const base = wanted.startsWith('@/')
    ? path.join(SRC, wanted.slice(2))
    : wanted.startsWith('.')
      ? path.resolve(path.dirname(file), wanted)
      : null
  return base && ([base, `${base}.ts`, `${base}.tsx`].find((candidate) => FILES.includes(candidate)) ?? null)
}

/** Which file of ours imports which. */
export const EDGES = FILES.flatMap((file) =>
  importsOf(file).flatMap((wanted) => {
    const to = resolved(file, wanted)
    return to ? [{ from: nameOf(file), to: nameOf(to) }] : []
  }),
)

export const violations = (isWrong: (from: string, to: string) => boolean): string[] =>
  EDGES.filter(({ from, to }) => isWrong(from, to)).map(({ from, to }) => `${from} → ${to}`)

/** Names of files, among some, whose code a pattern is found in. */
export const offenders = (among: (name: string) => boolean, pattern: RegExp): string[] =>
  FILES.filter((file) => among(nameOf(file)) && pattern.test(codeOf(file))).map(nameOf)
