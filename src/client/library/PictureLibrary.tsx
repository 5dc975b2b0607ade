'use client'
import Button from '@mui/material/Button'
import DialogActions from '@mui/material/DialogActions'
import Chip from '@mui/material/Chip'
import { Choice } from '@/client/parts/fields/Choice'
import { Search } from '@/client/parts/fields/Search'
import panel from '@/client/parts/Panel.module.css'
import { useEffect, useMemo, useState } from 'react'
import { LIBRARY_SORTS, listPictures, tagsOf, type LibraryQuery, type LibrarySort } from '@/core/document/library'
import type { PictureAnswer, Replaced } from '@/contract/api'
import { api, ApiError } from '@/client/http/api'
import { PictureDetails } from '@/client/library/PictureDetails'
import { AskRemoval, eachOne, SeveralDetails } from '@/client/library/SeveralDetails'
import { PictureGrid } from '@/client/library/PictureGrid'
import styles from '@/client/library/Library.module.css'

const SORT_WORDS: Readonly<Record<LibrarySort, string>> = {
  recent: 'Recently used first',
  newest: 'Newest first',
  name: 'By name',
  shape: 'By shape, tall to wide',
}
const USE_WORDS = { all: 'All', used: 'Used here', unused: 'Not used here', nowhere: 'Not used anywhere' } as const
const LIBRARY_USES = ['all', 'used', 'unused', 'nowhere'] as const
const MOST_TAGS = 14

export interface PictureLibraryProps {
  readonly pictures: readonly PictureAnswer[]
  /** How often the open project uses each, by hash; null where none is open. */
  readonly usesHere: ReadonlyMap<string, number> | null
  readonly onPictures: (pictures: readonly PictureAnswer[]) => void
  /** What choosing is for: the pictures chosen, in order. */
  readonly onUse?: (pictures: readonly PictureAnswer[]) => void
  /** Puts one file in another's place in the open project only. */
  readonly onReplaceHere?: (hash: string, by: PictureAnswer) => void
  /** Before and after a replacement in every project, the open one included. */
  readonly aroundReplace?: (replace: () => Promise<readonly Replaced[]>) => Promise<readonly Replaced[]>
}

interface Replacing {
  readonly picture: PictureAnswer
  readonly where: 'everywhere' | 'here'
}

const Toolbar = ({
  query,
  onQuery,
  tags,
  isInProject,
}: {
  readonly query: LibraryQuery
  readonly onQuery: (query: LibraryQuery) => void
  readonly tags: readonly string[]
  readonly isInProject: boolean
}) => (
  <>
    <div className={panel.row}>
      <Search
        name="Search by name and tag"
        placeholder="Search by name and tag"
        value={query.search}
        onValue={(search) => onQuery({ ...query, search })}
      />
      <Choice
        label="Order"
        value={query.sort}
        options={LIBRARY_SORTS.map((sort) => [sort, SORT_WORDS[sort]])}
        onChoice={(sort) => onQuery({ ...query, sort })}
      />
      <Choice
        label="Show"
        name="Which pictures"
        value={query.use}
        options={LIBRARY_USES.filter((use) => isInProject || use === 'all' || use === 'nowhere').map((use) => [
          use,
          USE_WORDS[use],
        ])}
        onChoice={(use) => onQuery({ ...query, use })}
      />
    </div>
    {tags.length > 0 && (
      <div className={panel.wrap} role="group" aria-label="Tags">
        {tags.slice(0, MOST_TAGS).map((tag) => (
          <Chip
            key={tag}
            label={tag}
            clickable
            aria-pressed={query.tag === tag}
            color={query.tag === tag ? 'primary' : 'default'}
            variant={query.tag === tag ? 'filled' : 'outlined'}
            onClick={() => onQuery({ ...query, tag: query.tag === tag ? null : tag })}
          />
        ))}
      </div>
    )}
  </>
)

/** What became of each project, those that could not be changed by name. */
const replacedWords = (old: string, by: string, replaced: readonly Replaced[]): string => {
  const failed = replaced.filter(({ fault }) => fault !== undefined)
  const count = replaced.length - failed.length
  const done = `${old} was replaced by ${by} in ${count} ${count === 1 ? 'project' : 'projects'}.`
  return [done, ...failed.map(({ name, fault }) => `Not in “${name}”: ${fault}`)].join(' ')
}

const countWords = (count: number): string => (count === 1 ? 'The picture was' : `${count} pictures were`)

const MOST_FAULTS = 3

/** The first of many sentences, and how many more there are. */
const firstOf = (faults: readonly string[]): readonly string[] =>
  faults.length > MOST_FAULTS
    ? [...faults.slice(0, MOST_FAULTS), `${faults.length - MOST_FAULTS} more could not be either.`]
    : faults

/** The hashes of what projects use, once that is asked for. */
const useUsedAnywhere = (isWanted: boolean, version: number): ReadonlySet<string> | null => {
  const [used, setUsed] = useState<ReadonlySet<string> | null>(null)
  useEffect(() => {
    if (!isWanted) return
    let isGone = false
    api.usedPictures().then(
      (hashes) => !isGone && setUsed(new Set(hashes)),
      // Without an answer nothing is offered as unused.
      () => !isGone && setUsed(null),
    )
    return () => {
      isGone = true
    }
  }, [isWanted, version])
  return used
}

/** The pictures of the library: found, sorted, tagged, renamed, replaced, removed. */
export const PictureLibrary = (props: PictureLibraryProps) => {
  const { pictures, usesHere, onPictures, onUse, onReplaceHere, aroundReplace = (act) => act() } = props
  const [query, setQuery] = useState<LibraryQuery>({ search: '', sort: 'recent', use: 'all' })
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [replacing, setReplacing] = useState<Replacing | null>(null)
  const [version, setVersion] = useState(0)
  const [said, setSaid] = useState('')
  const [asked, setAsked] = useState<readonly PictureAnswer[] | null>(null)
  const uses = useMemo(() => usesHere ?? new Map<string, number>(), [usesHere])
  const anywhere = useUsedAnywhere(query.use === 'nowhere', version)
  const shown = useMemo(
    () => listPictures(pictures, query, new Set(uses.keys()), anywhere),
    [pictures, query, uses, anywhere],
  )
  const tags = useMemo(() => tagsOf(pictures), [pictures])
  const detailed = pictures.find(({ hash }) => hash === chosen.at(-1))
  const change = (changed: readonly PictureAnswer[]): void =>
    onPictures(pictures.map((held) => changed.find(({ hash }) => hash === held.hash) ?? held))
  const [removed, setRemoved] = useState<readonly PictureAnswer[]>([])
  /** Asked already: takes pictures out, one after another; what is used somewhere stays, in words. */
  const remove = async (asked: readonly PictureAnswer[]): Promise<void> => {
    const { done, faults } = await eachOne(asked, (picture) => api.removePicture(picture.hash))
    const gone = new Set(done.map(({ hash }) => hash))
    setChosen([])
    setRemoved(asked.filter(({ hash }) => gone.has(hash)))
    onPictures(pictures.filter(({ hash }) => !gone.has(hash)))
    setSaid([...(gone.size ? [`${countWords(gone.size)} removed.`] : []), ...firstOf(faults)].join(' '))
  }
  const bringBack = async (): Promise<void> => {
    const { done, faults } = await eachOne(removed, (picture) => api.bringPictureBack(picture.hash))
    setRemoved([])
    onPictures([...done, ...pictures])
    setSaid([`${countWords(done.length)} back.`, ...firstOf(faults)].join(' '))
  }

  const replace = (old: PictureAnswer, by: PictureAnswer, where: Replacing['where']): void => {
    setReplacing(null)
    if (old.hash === by.hash) return setSaid('That is the same picture. Choose another.')
    if (where === 'here') {
      onReplaceHere?.(old.hash, by)
      return setSaid(`${old.name} was replaced by ${by.name} in this project.`)
    }
    aroundReplace(() => api.replacePicture(old.hash, by.hash)).then(
      (replaced) => {
        setVersion((now) => now + 1)
        setSaid(replacedWords(old.name, by.name, replaced))
      },
      (error: unknown) => setSaid(error instanceof ApiError ? error.message : 'That did not work. Try it again.'),
    )
  }
  const press = (picture: PictureAnswer, adds: boolean): void => {
    if (replacing) return replace(replacing.picture, picture, replacing.where)
    const { hash } = picture
    if (!adds) return setChosen([hash])
    setChosen(chosen.includes(hash) ? chosen.filter((one) => one !== hash) : [...chosen, hash])
  }
  const byHash = useMemo(() => new Map(pictures.map((picture) => [picture.hash, picture])), [pictures])
  const areAllChosen = useMemo(() => {
    const held = new Set(chosen)
    return shown.every(({ hash }) => held.has(hash))
  }, [chosen, shown])
  const chosenPictures = chosen.flatMap((hash) => byHash.get(hash) ?? [])
  return (
    <div className={styles.library}>
      <div className={`${panel.column} ${styles.main}`}>
        <Toolbar query={query} onQuery={setQuery} tags={tags} isInProject={usesHere !== null} />
        <div className={panel.kind} role="status">
          {replacing
            ? `Choose what comes in the place of ${replacing.picture.name}. `
            : said || `${shown.length} of ${pictures.length} pictures. Shift and press to choose several.`}
          {shown.length > 1 && !replacing && (
            <Button size="small" onClick={() => setChosen(areAllChosen ? [] : shown.map(({ hash }) => hash))}>
              {areAllChosen ? 'Choose none' : `Choose all ${shown.length}`}
            </Button>
          )}
          {removed.length > 0 && !replacing && (
            <Button size="small" onClick={() => void bringBack()}>
              Bring {removed.length > 1 ? 'them' : 'it'} back
            </Button>
          )}
          {replacing && (
            <Button size="small" onClick={() => setReplacing(null)}>
              Keep it
            </Button>
          )}
        </div>
        <PictureGrid
          pictures={shown}
          uses={uses}
          chosen={chosen}
          onPress={press}
          onOpen={(picture) => onUse?.([picture])}
        />
        {onUse && (
          <DialogActions>
            <Button variant="contained" disabled={!chosenPictures.length} onClick={() => onUse(chosenPictures)}>
              {chosenPictures.length > 1 ? `Mark ${chosenPictures.length} for a set` : 'Use this picture'}
            </Button>
          </DialogActions>
        )}
      </div>
      {detailed && chosenPictures.length > 1 ? (
        <SeveralDetails
          key={chosen.join()}
          pictures={chosenPictures}
          onChanged={change}
          onRemove={(asked) => setAsked(asked)}
        />
      ) : detailed ? (
        <PictureDetails
          key={detailed.hash}
          picture={detailed}
          version={version}
          onChanged={(picture) => change([picture])}
          onRemove={() => setAsked([detailed])}
          onReplace={(where) => {
            setSaid('')
            setReplacing({ picture: detailed, where })
          }}
          canReplaceHere={onReplaceHere !== undefined && uses.has(detailed.hash)}
        />
      ) : (
        <aside className={panel.kind}>
          <p>Press a picture to see its details.</p>
        </aside>
      )}
      {asked && (
        <AskRemoval
          pictures={asked}
          onClose={() => setAsked(null)}
          onRemove={() => {
            setAsked(null)
            void remove(asked)
          }}
        />
      )}
    </div>
  )
}
