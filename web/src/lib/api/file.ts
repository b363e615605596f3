// A file sent to the server as it is.

import { BASE } from './base'
import { Refused, type Problem } from './client'

/** Its answer. Throws `Refused` with the reason. */
export async function sendFile<T>(
  path: string,
  file: Blob,
  type = 'application/octet-stream',
  send: typeof fetch = fetch,
): Promise<T> {
  let answer: Response
  try {
    answer = await send(`${BASE}/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': type },
      body: file,
    })
  } catch {
    throw new Refused({})
  }
  const told: unknown = await answer.json().catch(() => ({}))
  if (!answer.ok) throw new Refused(told as Partial<Problem>)
  return told as T
}
