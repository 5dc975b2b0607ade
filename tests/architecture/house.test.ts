/** The order of the client and of the core's files: where things stand, and who may change what. */
import { describe, expect, it } from '@jest/globals'
import path from 'node:path'
import * as ts from 'typescript'
import { codeOf, FILES, importsOf, nameOf, offenders, textOf, violations } from './sources'

const inClient = (name: string): boolean => name.startsWith('client/')
const inCore = (name: string): boolean => name.startsWith('core/')
const isComponent = (name: string): boolean => inClient(name) && name.endsWith('.tsx')
const folderOf = (name: string): string => path.dirname(name)

describe('the bench', () => {
  it('has its state changed by the actions of its slices alone', () => {
    expect(
      offenders(
        (name) => inClient(name) && !name.startsWith('client/store/slices/') && name !== 'client/store/benchStore.ts',
        /\bstore\.setState\(/,
      ),
    ).toEqual([])
    // Each slice writes its own fields: the setter says of which it is.
    for (const file of FILES.filter((one) => nameOf(one).startsWith('client/store/slices/')))
      expect([nameOf(file), /change: Partial<\w+Slice>/.test(codeOf(file))]).toEqual([nameOf(file), true])
  })
  it('lets components ask the store and commands, never record edits themselves', () => {
    expect(offenders(isComponent, /\bbench\.(commit|burst)\(|\.record\(/)).toEqual([])
    expect(violations((from, to) => isComponent(from) && to.startsWith('core/document/edits/'))).toEqual([])
  })
  it('keeps commands free of what shows them', () => {
    expect(
      violations((from, to) => /^client\/(commands|store|gestures)\/.*\.ts$/.test(from) && to.endsWith('.tsx')),
    ).toEqual([])
  })
  it('stands in folders by noun, none of more than 20 components', () => {
    const folders = new Map<string, number>()
    for (const name of FILES.map(nameOf).filter(isComponent))
      folders.set(folderOf(name), (folders.get(folderOf(name)) ?? 0) + 1)
    expect([...folders].filter(([, count]) => count > 20)).toEqual([])
    expect(folders.has('client/bench')).toBe(false)
  })
  it('has parts that know nothing of what is made of them', () => {
    const below = /^(client\/(parts|binding|store)|core|contract)\//
    expect(violations((from, to) => from.startsWith('client/parts/') && !below.test(to))).toEqual([])
  })
  it('keeps styles beside what they style; only those of parts are shared', () => {
    const strangers = FILES.map((file) => ({ name: nameOf(file), imports: importsOf(file) })).flatMap(
      ({ name, imports }) =>
        imports
          .filter((one) => one.endsWith('.module.css'))
          .map((one) => folderOf(one.replace('@/', '')))
          .filter((folder) => !folder.startsWith('client/parts') && folder !== folderOf(name))
          .map((folder) => `${name} ← ${folder}`),
    )
    expect(strangers).toEqual([])
  })
  it('owns what its modules keep: nothing outlives it but what the whole page shares', () => {
    // The tab’s own mark, the browser’s store, folds remembered by the browser, the level images counted by their users, and
    // versions of templates, which never change.
    const shared = [
      'http/templates.ts',
      'parts/folds.ts',
      'stage/images.ts',
      'workers/gallery.ts',
      'store/notice.ts',
      'store/tabs.ts',
      'store/unsent.ts',
    ]
    const known = [...shared, 'store/uploads.ts'].map((name) => `client/${name}`)
    const kept = offenders(
      (name) => inClient(name) && !name.endsWith('.worker.ts'),
      /^(let \w+|const \w+ = new (Map|Set)(<.*>)?\(\))/m,
    )
    expect(kept.filter((name) => !known.includes(name))).toEqual([])
  })
})

/** Functions that a file exports, with whether they say what they do. */
const exportedFunctions = (file: string): readonly { readonly name: string; readonly isSaid: boolean }[] => {
  const source = ts.createSourceFile(file, textOf(file), ts.ScriptTarget.Latest, true)
  return source.statements.flatMap((statement) => {
    if (!ts.isVariableStatement(statement) || !/^export const/.test(statement.getText())) return []
    return statement.declarationList.declarations.flatMap(({ name, initializer }) => {
      const makes = initializer && (ts.isArrowFunction(initializer) || /^defineEdit\b/.test(initializer.getText()))
      if (!makes) return []
      const isSaid = ts.getJSDocCommentsAndTags(statement).length > 0
      return [{ name: `${nameOf(file)}: ${name.getText()}`, isSaid }]
    })
  })
}

const longFunctions = (file: string, most: number): readonly string[] => {
  const source = ts.createSourceFile(file, textOf(file), ts.ScriptTarget.Latest, true)
  const found: string[] = []
  const lineOf = (at: number): number => source.getLineAndCharacterOfPosition(at).line
  const visit = (node: ts.Node): void => {
    const lines = lineOf(node.getEnd()) - lineOf(node.getStart()) + 1
    if ((ts.isArrowFunction(node) || ts.isFunctionDeclaration(node) || ts.isMethodDeclaration(node)) && lines > most)
      found.push(`${nameOf(file)}:${lineOf(node.getStart()) + 1} has ${lines} lines`)
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

describe('the core', () => {
  const files = FILES.filter((file) => inCore(nameOf(file)))
  it('says of 95 in 100 of its exported functions at least what they do', () => {
    const functions = files.flatMap(exportedFunctions)
    expect(functions.length).toBeGreaterThan(500)
    const unsaid = functions.filter(({ isSaid }) => !isSaid).map(({ name }) => name)
    expect(unsaid.length <= functions.length * 0.05 ? [] : unsaid).toEqual([])
  })
  it('has no function over 60 lines and no file over 300', () => {
    expect(files.flatMap((file) => longFunctions(file, 60))).toEqual([])
    expect(files.filter((file) => textOf(file).split('\n').length > 301).map(nameOf)).toEqual([])
  })
  it('writes the word that files have for pictures in one place', () =>
    expect(offenders(inCore, /'taken'/)).toEqual(['core/document/fill.ts']))
})

describe('code of the client', () => {
  it('refuses in words: it throws failures that a person can read', () =>
    expect(offenders(inClient, /throw new (Error|TypeError|RangeError)\(/)).toEqual([]))
})
