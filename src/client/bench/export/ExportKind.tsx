'use client'
import { useBenchHandle } from '@/client/binding/useBench'
import { OneOf } from '@/client/parts/OneOf'
import { openDialog } from '@/client/store/slices/dialogs'

const KINDS = [
  ['export', 'Pictures', 'Save sheets as pictures or documents; several as one zip'],
  ['film', 'Film', 'Save sheets in sequence as one film'],
] as const

/** Files of sheets, or one film of them. */
export const ExportKind = ({ kind, disabled }: { readonly kind: 'export' | 'film'; readonly disabled: boolean }) => {
  const bench = useBenchHandle()
  return (
    <OneOf
      name="What is saved"
      value={kind}
      options={KINDS}
      onChoice={(next) => {
        if (!disabled && next !== kind) openDialog(bench, next)
      }}
    />
  )
}
