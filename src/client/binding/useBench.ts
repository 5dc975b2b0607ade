'use client'
import { createContext, useContext } from 'react'
import { useStore } from 'zustand'
import { refuse } from '@/core/failure'
import type { Bench } from '@/client/store/bench'
import type { BenchState } from '@/client/store/state'

export const BenchContext = createContext<Bench | null>(null)

/** The bench this part of the page stands on. */
export const useBenchHandle = (): Bench => useContext(BenchContext) ?? refuse('the bench', 'there', null)

/** A value of the bench's state, kept up to date. Choose values that keep their identity. */
export const useBench = <T>(choose: (state: BenchState) => T): T => useStore(useBenchHandle().store, choose)
