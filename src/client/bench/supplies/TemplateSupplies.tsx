'use client'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useMemo, type RefObject } from 'react'
import type { TemplateAnswer } from '@/contract/api'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { chosenPictures } from '@/client/store/arrangement'
import { previewTemplate } from '@/client/store/retemplate'
import { setTemplateUse } from '@/client/store/slices/supplies'
import type { TemplateUse } from '@/client/store/state'
import { OneOf } from '@/client/parts/OneOf'
import { chooseTemplate, loadTemplates } from '@/client/store/templates'
import { ALL_GROUPS, foundTemplates, groupsOf } from '@/client/templates/found'
import { TemplateGrid } from '@/client/templates/TemplateGrid'
import { Choice } from '@/client/parts/fields/Choice'
import { TemplateTile } from '@/client/templates/TemplateTile'
import panel from '@/client/parts/Panel.module.css'

const SIDE = 58
const TALL_SIDE = 130
const WIDE = SIDE + 16 + 8
const SAYS: Readonly<Record<TemplateUse, string>> = {
  add: 'Put it after this sheet, or in its place while it is empty.',
  change: 'See this sheet with it, before it is changed.',
}

/** What a press on a template does, and says. */
const usePress = () => {
  const bench = useBenchHandle()
  const use = useBench((state) => state.templateUse)
  return {
    says: SAYS[use],
    press: (template: TemplateAnswer) =>
      void (use === 'add' ? chooseTemplate(bench, template) : previewTemplate(bench, template)),
  }
}

/** One row that goes on to the right; only what is in sight is made. */
const OneRow = ({
  templates,
  scroller,
}: {
  readonly templates: readonly TemplateAnswer[]
  readonly scroller: RefObject<HTMLDivElement | null>
}) => {
  const { says, press } = usePress()
  const pictures = useMarked()
  // The compiler leaves a component alone that uses this hook, as it should: nothing of it is memoised.
  // eslint-disable-next-line react-hooks/incompatible-library
  const strip = useVirtualizer({
    horizontal: true,
    count: templates.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => WIDE,
    overscan: 4,
  })
  return (
    <div style={{ position: 'relative', flex: 'none', width: strip.getTotalSize(), height: SIDE + 36 }}>
      {strip.getVirtualItems().map(({ key, index, start }) => {
        const template = templates[index]
        return template ? (
          <div key={key} style={{ position: 'absolute', left: start, top: 0 }}>
            <TemplateTile
              template={template}
              pictures={pictures}
              side={SIDE}
              says={says}
              onPress={() => press(template)}
            />
          </div>
        ) : null
      })}
    </div>
  )
}

/** The pictures marked in the supplies: templates are shown with them. */
const useMarked = () => {
  const all = useBench((state) => state.pictures)
  const marked = useBench((state) => state.marked)
  return useMemo(() => chosenPictures({ pictures: all, marked }), [all, marked])
}

/** The gallery in the supplies: true thumbnails, by group and search. */
export const TemplateSupplies = ({
  search,
  group,
  scroller,
  isTall,
}: {
  readonly search: string
  readonly group: string
  readonly scroller: RefObject<HTMLDivElement | null>
  readonly isTall: boolean
}) => {
  const bench = useBenchHandle()
  const templates = useBench((state) => state.templates)
  const pictures = useMarked()
  const { says, press } = usePress()
  useEffect(() => {
    if (!templates) void loadTemplates(bench)
  }, [bench, templates])
  if (!templates) return <div className={panel.kind}>Reading the templates…</div>
  const found = foundTemplates(templates, search, group)
  if (!found.length) return <div className={panel.kind}>No template is found by “{search}”.</div>
  return isTall ? (
    <TemplateGrid
      templates={found}
      pictures={pictures}
      scroller={scroller}
      side={TALL_SIDE}
      says={says}
      onChoose={press}
    />
  ) : (
    <OneRow templates={found} scroller={scroller} />
  )
}

export const TemplateTools = ({
  group,
  onGroup,
}: {
  readonly group: string
  readonly onGroup: (group: string) => void
}) => {
  const bench = useBenchHandle()
  const templates = useBench((state) => state.templates)
  const use = useBench((state) => state.templateUse)
  return (
    <>
      <OneOf
        name="What a press on a template does"
        value={use}
        options={[
          ['add', 'New sheet', 'A press adds its sheets'],
          ['change', 'Change this sheet', 'A press shows this sheet with it, before it is changed'],
        ]}
        onChoice={(next) => setTemplateUse(bench, next)}
      />
      <span style={{ width: 240 }}>
        <Choice
          label="Group"
          value={group}
          options={[ALL_GROUPS, ...groupsOf(templates ?? [])].map((each) => [each, each] as const)}
          onChoice={onGroup}
        />
      </span>
    </>
  )
}
