'use client'
import { carriedOf } from '@/client/store/modes'
import { useEffect } from 'react'
import { followHeldKeys, isTyping } from '@/client/gestures/heldKeys'
import { belongsToFocus, focusName } from '@/client/gestures/focus'
import { FIND_KEY, nextRegion, tableKey } from '@/client/gestures/keys'
import { makeAgain, takeBack } from '@/client/gestures/undo'
import { putDown } from '@/client/gestures/useCarry'
import type { Bench } from '@/client/store/bench'
import { copySelected, cutSelected, FRAGMENT_TYPE, pasteText } from '@/client/store/clipboard'
import { say } from '@/client/store/notices'
import { selectAll } from '@/client/store/selection'
import { pasteLanding } from '@/client/store/landing'
import { takeFiles } from '@/client/store/takeFiles'
import { setFinding } from '@/client/store/slices/dialogs'

/** In a dialog or menu that lies over the bench. */
const isOverBench = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('[role="dialog"], [role="menu"], [role="listbox"]') !== null

/** Keys that work wherever the focus is, except those that belong to typing. */
const globalKey = (bench: Bench, event: KeyboardEvent): boolean => {
  const key = event.key.toLowerCase()
  if (key === 'f6') {
    nextRegion(event.shiftKey ? -1 : 1)
    return true
  }
  if (key === 'f2' && !isOverBench(event.target)) return focusName()
  if (key === 'escape' && carriedOf(bench.get())) {
    putDown(bench)
    return true
  }
  if (key === FIND_KEY && !isTyping(event.target) && !isOverBench(event.target)) {
    setFinding(bench, true)
    return true
  }
  if (!(event.ctrlKey || event.metaKey)) return false
  if (key === 's') {
    void bench
      .allSaved()
      .then((saved) =>
        say(
          bench,
          saved ? 'All is saved.' : 'Not saved yet: the server does not answer. Your work is kept here.',
          saved ? 'plain' : 'fault',
        ),
      )
    return true
  }
  if (isTyping(event.target)) return false
  if (key === 'z') {
    if (event.shiftKey) makeAgain(bench)
    else takeBack(bench)
    return true
  }
  if (key === 'y') {
    makeAgain(bench)
    return true
  }
  if (key !== 'a' || isOverBench(event.target)) return false
  selectAll(bench)
  return true
}

/** A drag on the table is cancelled there. */
const noDrag = (): boolean => false

/** Keys of the sheet mean the same wherever the focus is, unless they belong to what has it. */
const sheetKey = (bench: Bench, event: KeyboardEvent): boolean => {
  const { target, key } = event
  if (isTyping(target) || isOverBench(target) || key === 'Tab' || belongsToFocus(target, key)) return false
  return tableKey(bench, event, noDrag)
}

/** Text that a person selected to copy belongs to the browser. */
const hasTextSelected = (): boolean => (window.getSelection()?.toString() ?? '') !== ''

/** Copy and cut put frames on the clipboard; pictures' files are pasted first, then frames. */
const clipboardEvents = (bench: Bench) => ({
  copy: (event: ClipboardEvent): void => {
    if (isTyping(event.target) || isOverBench(event.target) || hasTextSelected()) return
    const text = copySelected(bench)
    if (text === null) return
    event.preventDefault()
    event.clipboardData?.setData(FRAGMENT_TYPE, text)
    event.clipboardData?.setData('text/plain', text)
    if (event.type === 'cut') cutSelected(bench)
  },
  paste: (event: ClipboardEvent): void => {
    if (isTyping(event.target) || isOverBench(event.target)) return
    const files = [...(event.clipboardData?.files ?? [])]
    const text = event.clipboardData?.getData(FRAGMENT_TYPE) || event.clipboardData?.getData('text/plain') || ''
    if (!files.length && !text) return
    event.preventDefault()
    if (files.length) takeFiles(bench, files, pasteLanding(bench))
    else pasteText(bench, text)
  },
})

/** Window-wide keys, clipboard and held keys. */
export const useWindow = (bench: Bench): void => {
  useEffect(() => {
    const key = (event: KeyboardEvent): void => {
      if (event.defaultPrevented) return
      if (globalKey(bench, event) || sheetKey(bench, event)) event.preventDefault()
    }
    const { copy, paste } = clipboardEvents(bench)
    const leave = (): void => bench.endBurst()
    window.addEventListener('keydown', key)
    window.addEventListener('copy', copy)
    window.addEventListener('cut', copy)
    window.addEventListener('paste', paste)
    window.addEventListener('pagehide', leave)
    const stop = followHeldKeys(bench)
    return () => {
      window.removeEventListener('keydown', key)
      window.removeEventListener('copy', copy)
      window.removeEventListener('cut', copy)
      window.removeEventListener('paste', paste)
      window.removeEventListener('pagehide', leave)
      stop()
    }
  }, [bench])
}
