import { LoomError } from '../core/errors'

/** What is asked for; undefined where there is no such thing. */
export async function ifThere<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof LoomError && error.code === 'NOT_FOUND') return undefined
    throw error
  }
}
