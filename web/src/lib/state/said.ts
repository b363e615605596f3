// What the server last said is kept by the page's worker for when it is away. Answers to commands
// are no questions, and would be missing there.

import { PRACTICE } from '$lib/api/base'

const CACHE = 'last-said'

/** Keep an answer as the one to the question at `path`. Without a worker there is nothing to do. */
export async function remember(path: string, said: unknown): Promise<void> {
  if (PRACTICE !== '' || typeof caches === 'undefined' || !navigator.serviceWorker?.controller)
    return
  try {
    const cache = await caches.open(CACHE)
    const body = JSON.stringify(said)
    const headers = { 'Content-Type': 'application/json' }
    await cache.put(`/api${path}`, new Response(body, { headers }))
  } catch {
    // A full or forbidden store: the last answer to the question itself then stands in.
  }
}
