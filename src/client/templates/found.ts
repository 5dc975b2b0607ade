import type { TemplateAnswer } from '@/contract/api'

/** The group of the templates that show a design on things. */
export const MOCK_UPS = 'Mock-ups'

/** All groups, before one is chosen. */
export const ALL_GROUPS = 'All'

/** The groups of templates, in the order in which they are first met. */
export const groupsOf = (templates: readonly TemplateAnswer[]): readonly string[] => [
  ...new Set(templates.map(({ category }) => category)),
]

/** Templates of a group that are found by every word of a search: in name, group, words, or number of pictures. */
export const foundTemplates = (
  templates: readonly TemplateAnswer[],
  search: string,
  group: string = ALL_GROUPS,
): readonly TemplateAnswer[] => {
  const wanted = search.toLowerCase().split(/\s+/).filter(Boolean)
  return templates.filter(({ name, category, words, openings }) => {
    if (group !== ALL_GROUPS && category !== group) return false
    const text = `${name} ${category} ${words} ${openings}`.toLowerCase()
    return wanted.every((word) => text.includes(word))
  })
}
