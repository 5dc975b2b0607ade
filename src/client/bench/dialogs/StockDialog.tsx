'use client'
import Button from '@mui/material/Button'
import Card from '@mui/material/Card'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useEffect, useState } from 'react'
import type { StockItem, StockPage } from '@/contract/api'
import { useBenchHandle } from '@/client/binding/useBench'
import { api, ApiError, stockPreviewUrl } from '@/client/http/api'
import { addToLibrary } from '@/client/store/uploads'
import { Fault } from '@/client/parts/Fault'
import panel from '@/client/parts/Panel.module.css'
import { Search } from '@/client/parts/fields/Search'
import styles from '@/client/bench/dialogs/Stock.module.css'

const TYPING_MS = 200

type Bringing = Readonly<Record<string, 'coming' | 'here'>>

const StockTile = ({
  item,
  state,
  onBring,
}: {
  readonly item: StockItem
  readonly state: 'coming' | 'here' | undefined
  readonly onBring: () => void
}) => (
  <Card component="figure" variant="outlined" sx={{ m: 0, p: 1, textAlign: 'center' }}>
    {/* eslint-disable-next-line @next/next/no-img-element -- made by the local service at this size */}
    <img src={stockPreviewUrl(item.id)} alt={item.title} loading="lazy" />
    <figcaption>
      <strong>{item.title}</strong>
      <br />
      {item.width} × {item.height} px
    </figcaption>
    <Button size="small" variant="outlined" disabled={state !== undefined} onClick={onBring}>
      {state === 'here' ? 'In the library' : state === 'coming' ? 'Coming…' : 'Bring in'}
    </Button>
  </Card>
)

/** What the service finds for a query, a page at a time. */
const useStock = (query: string, page: number) => {
  const [answer, setAnswer] = useState<StockPage | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  useEffect(() => {
    let isGone = false
    const timer = setTimeout(() => {
      api.searchStock(query, page).then(
        (found) => {
          if (isGone) return
          setFault(null)
          setAnswer(found)
        },
        (error: unknown) =>
          !isGone && setFault(error instanceof ApiError ? error.message : 'The service does not answer. Search again.'),
      )
    }, TYPING_MS)
    return () => {
      isGone = true
      clearTimeout(timer)
    }
  }, [query, page])
  return { answer, fault, setFault }
}

/** Searches a stock service and brings pictures of it into the library. */
export const StockDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const [query, setQuery] = useState('')
  const [page, setPage] = useState(1)
  const [bringing, setBringing] = useState<Bringing>({})
  const { answer, fault, setFault } = useStock(query, page)
  const bring = (item: StockItem): void => {
    setBringing((held) => ({ ...held, [item.id]: 'coming' }))
    api.bringStockIn(item.id).then(
      (picture) => {
        addToLibrary(bench, picture)
        setBringing((held) => ({ ...held, [item.id]: 'here' }))
      },
      (error: unknown) => {
        setBringing((held) => Object.fromEntries(Object.entries(held).filter(([id]) => id !== item.id)))
        setFault(error instanceof ApiError ? error.message : 'The picture could not be brought in. Try it again.')
      },
    )
  }
  return (
    <Dialog
      open
      onClose={onClose}
      maxWidth="lg"
      fullWidth
      aria-labelledby="stock-title"
      slotProps={{ paper: { sx: { height: '86vh' } } }}
    >
      <DialogTitle id="stock-title">Stock pictures{answer ? `: ${answer.service}` : ''}</DialogTitle>
      <DialogContent>
        <Search
          name="Search by word"
          placeholder="Search by word, such as dusk or beach"
          autoFocus
          value={query}
          onValue={(next) => {
            setPage(1)
            setQuery(next)
          }}
        />
        {fault && <Fault>{fault}</Fault>}
        <p className={panel.kind} role="status">
          {answer
            ? answer.total
              ? `${answer.total} found. Pictures brought in lie in the supplies, with their words as tags.`
              : `Nothing is found for “${query}”. Try another word.`
            : 'Searching…'}
        </p>
        <div className={styles.tiles}>
          {answer?.items.map((item) => (
            <StockTile key={item.id} item={item} state={bringing[item.id]} onBring={() => bring(item)} />
          ))}
        </div>
      </DialogContent>
      <DialogActions>
        {answer && answer.pages > 1 && (
          <>
            <Button disabled={answer.page <= 1} onClick={() => setPage(answer.page - 1)}>
              Previous page
            </Button>
            <span>
              Page {answer.page} of {answer.pages}
            </span>
            <Button disabled={answer.page >= answer.pages} onClick={() => setPage(answer.page + 1)}>
              Next page
            </Button>
          </>
        )}
        <span className={panel.grow} />
        <Button variant="contained" onClick={onClose}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  )
}
