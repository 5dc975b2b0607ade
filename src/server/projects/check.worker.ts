/** Checks documents in a thread of its own, so that the server goes on answering meanwhile. */
import { parentPort } from 'node:worker_threads'
import { isFailure } from '@/core/failure'
import { readProject } from '@/core/document/validate'
import type { CheckAnswer } from '@/server/projects/check'

const check = (text: string): CheckAnswer => {
  try {
    readProject(JSON.parse(text))
    return { isSound: true }
  } catch (error) {
    if (isFailure(error))
      return { isSound: false, code: error.code, message: error.message, faults: error.faults.slice(0, 100) }
    return {
      isSound: false,
      code: 'document-invalid',
      message: 'The project is not JSON. Correct it and try again.',
      faults: [],
    }
  }
}

parentPort?.on('message', (text: string) => parentPort?.postMessage(check(text)))
