/** When the server starts: takes the data folder, or says why it can't and ends. */
export const register = async (): Promise<void> => {
  if (process.env['NEXT_RUNTIME'] !== 'nodejs') return
  const { startServer } = await import('@/server/start')
  await startServer()
}
