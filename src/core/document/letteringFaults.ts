import type { Fault } from '@/core/failure'
import { lettersOf } from '@/core/lettering/slots'
import type { Group, Lettering, Project, Sheet } from '@/core/document/types'

const letterFaults = (group: Group, lettering: Lettering, items: Sheet['items'], at: string): Fault[] => {
  const { letters, text } = lettering
  const count = lettersOf(text).length
  if (count !== letters.length)
    return [{ path: `${at}.letters`, message: `holds ${letters.length} letters, but the text has ${count}; name each` }]
  if (new Set(letters.map(({ id }) => id)).size < letters.length)
    return [{ path: `${at}.letters`, message: 'names a letter twice; give each its own id' }]
  return letters.flatMap(({ id, rest }, i): Fault[] => {
    const isFrame = items[id]?.kind === 'frame' && group.order.includes(id)
    return rest && !isFrame
      ? [
          {
            path: `${at}.letters[${i}].id`,
            message: `names "${id}", which is no frame of the group; leave its rest out`,
          },
        ]
      : []
  })
}

const takeFaults = ({ aside }: Lettering, at: string): Fault[] =>
  aside.flatMap(({ fill }, i): Fault[] =>
    fill.takes.some(({ id }) => id === fill.shown)
      ? []
      : [{ path: `${at}.aside[${i}].fill.shown`, message: `names the take "${fill.shown}", which is not in takes` }],
  )

/** Letters of a text must be frames of its group; a group without a text must have members. */
export const letteringFaults = ({ items }: Pick<Sheet, 'items'>, at: string): Fault[] =>
  Object.values(items).flatMap((item): Fault[] => {
    if (item.kind !== 'group') return []
    const path = `${at}items.${item.id}`
    if (!item.lettering)
      return item.order.length
        ? []
        : [{ path: `${path}.order`, message: 'must name a member; add one or remove the group' }]
    const here = `${path}.lettering`
    return [...letterFaults(item, item.lettering, items, here), ...takeFaults(item.lettering, here)]
  })

/** Pictures that texts keep must be ones of the project. */
export const letteringPictureFaults = ({ items }: Sheet, pictures: Project['pictures'], at: string): Fault[] =>
  Object.values(items).flatMap((item): Fault[] => {
    if (item.kind !== 'group' || !item.lettering) return []
    const path = `${at}items.${item.id}.lettering`
    const fault = (pictureId: string, where: string): Fault[] =>
      Object.hasOwn(pictures, pictureId)
        ? []
        : [{ path: `${path}.${where}`, message: `names the picture "${pictureId}", which is not in pictures` }]
    const { aside, across } = item.lettering
    return [
      ...aside.flatMap(({ fill }, i) =>
        fill.takes.flatMap(({ placed }, j) => fault(placed.pictureId, `aside[${i}].fill.takes[${j}].placed.pictureId`)),
      ),
      ...(across ? fault(across.pictureId, 'across.pictureId') : []),
    ]
  })
