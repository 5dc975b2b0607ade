import { isFailure } from '@/core/failure'
import { database } from '@/server/db/open'
import { guardAddresses } from '@/server/http/addresses'
import { keepShippedTemplates } from '@/server/templates/shipped'

/** Takes the data folder and clears it. A server that cannot have it says so in words and ends. */
export const startServer = async (): Promise<void> => {
  guardAddresses()
  try {
    await database()
    await keepShippedTemplates()
  } catch (error) {
    console.error(isFailure(error) ? error.message : error)
    process.exit(1)
  }
}
