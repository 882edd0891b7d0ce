import { notify } from './notices'

/**
 * Does something after which another page is shown from the ground up: another bench, or nobody, sees other things. Gives
 * up with the sentence of whatever refuses.
 */
export async function leaveFor<T>(address: string | ((done: T) => string), work: () => Promise<T>): Promise<void> {
  try {
    const done = await work()
    window.location.assign(typeof address === 'string' ? address : address(done))
  } catch (error) {
    notify((error as Error).message, { tone: 'fault' })
  }
}
