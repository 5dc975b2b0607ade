/** The list of commands: what a person reads of each, their keys, and how they are found. */
import { describe, expect, it } from '@jest/globals'
import { COMMANDS, findCommands, menuCommands } from '@/client/commands'
import { FAMILIES } from '@/client/commands/command'
import { TABLE_KEYS } from '@/client/gestures/tableKeys'
import { placePicture } from '@/core/document/edits/fills'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { testBench } from '@tests/helpers/testBench'

const state = () => testBench().get()
const found = (text: string): readonly string[] => findCommands(text, state()).map(({ id }) => id)

describe('the list of commands', () => {
  it('has every command once, with words, a sentence and a family', () => {
    expect(COMMANDS.length).toBeGreaterThan(90)
    expect(new Set(COMMANDS.map(({ id }) => id)).size).toBe(COMMANDS.length)
    for (const { words, does, family } of COMMANDS) {
      expect(words.length).toBeGreaterThan(2)
      expect(does).toMatch(/^[A-Z]/)
      expect(FAMILIES).toContain(family)
    }
    for (const family of FAMILIES) expect(COMMANDS.some((command) => command.family === family)).toBe(true)
  })
  it('gives no key twice, and lists every key', () => {
    const keys = COMMANDS.flatMap(({ key }) => key ?? [])
    expect(new Set(keys).size).toBe(keys.length)
    expect(TABLE_KEYS.map(({ key }) => key).sort()).toEqual([...keys].sort())
  })
  it('says why what does not apply does not, in a sentence that says what to do', () => {
    const bench = testBench()
    bench.store.setState({ selection: [] })
    const reasons = COMMANDS.flatMap(({ whyNot }) => whyNot(bench.get()) ?? [])
    expect(reasons.length).toBeGreaterThan(40)
    for (const reason of reasons) expect(reason).toMatch(/^[A-Z].*\.$/)
  })
  it('offers in a menu what applies to what is selected, and nothing else', () => {
    const filled = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
    const bench = testBench(filled)
    const offered = (...selection: readonly string[]): readonly string[] => {
      bench.store.setState({ selection })
      return menuCommands(bench.get()).map(({ id }) => id)
    }
    // A frame with a picture, an empty one, several of them, the bare sheet: what each can be asked for is known.
    expect(offered('f-1')).toEqual(expect.arrayContaining(['takeOut', 'replace', 'duplicate', 'points', 'echo']))
    expect(offered('f-2')).toEqual(expect.arrayContaining(['duplicate', 'points', 'split']))
    for (const id of ['takeOut', 'replace', 'echo', 'group', 'newSheet']) expect(offered('f-2')).not.toContain(id)
    expect(offered('f-1', 'f-2')).toEqual(
      expect.arrayContaining(['group', 'exchange', 'combine-unite', 'showTogether']),
    )
    expect(offered()).toEqual(expect.arrayContaining(['newSheet', 'trace', 'fit', 'clearSet']))
    // A menu is taken in at a glance: it fits a window of 800 pixels.
    for (const selection of [['f-1'], ['f-2'], ['f-1', 'f-2'], []])
      expect(offered(...selection).length).toBeLessThan(26)
    expect(offered()).not.toContain('duplicate')
    // One sheet alone cannot be removed, and one picture alone cannot be shuffled.
    for (const id of ['removeSheet', 'shuffle']) expect(offered()).not.toContain(id)
  })
})

describe('a command is found', () => {
  it('by its own words first', () => {
    expect(found('duplicate')[0]).toBe('duplicate')
    expect(found('undo')[0]).toBe('undo')
    expect(found('take off')[0]).toBe('takeOff')
  })
  it('by words that others use for it', () => {
    expect(found('border')[0]).toBe('add-stroke')
    expect(found('crop')).toEqual(expect.arrayContaining(['cut', 'outline', 'byColour']))
    expect(found('resize')).toEqual(expect.arrayContaining(['fit-cover', 'same-size', 'larger']))
    expect(found('delete')).toEqual(expect.arrayContaining(['remove', 'removeSheet']))
    expect(found('rotate')).toContain('turnPicture')
  })
  it('by the beginnings of several words, in any case and order', () => {
    expect(found('SHEET dup')[0]).toBe('duplicateSheet')
    expect(found('xyzzy')).toEqual([])
  })
  it('among all of them, where nothing is asked', () => {
    expect(found('  ')).toHaveLength(COMMANDS.length)
  })
})
