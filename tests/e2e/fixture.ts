import { test as base } from '@playwright/test'
import path from 'node:path'

/** Each worker has a server and a data folder of its own, so that tests of two workers never meet. */
export const WORKERS = 2
const FIRST_PORT = Number(process.env['TEST_PORT'] ?? 3271)

export const portOf = (worker: number): number => FIRST_PORT + worker
export const addressOf = (worker: number): string => `http://127.0.0.1:${portOf(worker)}`
export const dataOf = (worker: number): string => path.join('test-results', `data-${worker}`)

/** The folder in which the server of this worker keeps its data. */
export const dataFolder = (): string => dataOf(base.info().parallelIndex)

export const test = base.extend({
  // Playwright wants the first argument to be taken apart.
  baseURL: async ({}, use, info) => use(addressOf(info.parallelIndex)),
})

export { expect } from '@playwright/test'
