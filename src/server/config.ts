import path from 'node:path'

/** Where the program lives and keeps its data. Read on each call, so that tests can set the environment. */
export const rootDirectory = (): string => process.env['EAGER_STENCIL_ROOT'] ?? process.cwd()
export const dataDirectory = (): string => process.env['EAGER_STENCIL_DATA'] ?? path.join(rootDirectory(), 'data')
