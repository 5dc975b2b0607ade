import { describe, expect, it } from '@jest/globals'
import { fieldRefusal } from '@/client/store/texts'

describe('a field with a longest text', () => {
  it('refuses what would be longer, counted in letters as people count them', () => {
    expect(fieldRefusal({ longest: 5 }, 'kite', 'kites')).toBeNull()
    expect(fieldRefusal({ longest: 5 }, 'kites', 'kites!')).toMatch(/at most 5 letters/)
    // Four letters of two code units each.
    expect(fieldRefusal({ longest: 4 }, '', '𝒜𝒜𝒜𝒜')).toBeNull()
  })
  it('lets one that is too long already be made shorter', () => {
    expect(fieldRefusal({ longest: 3 }, 'kites and tails', 'kites and')).toBeNull()
    expect(fieldRefusal({ longest: 3 }, 'kites', 'kites too')).toMatch(/at most 3/)
  })
  it('asks nothing of other texts', () => {
    expect(fieldRefusal(undefined, '', 'x'.repeat(999))).toBeNull()
    expect(fieldRefusal({}, '', 'x'.repeat(999))).toBeNull()
  })
})
