// A saved kitchen, sent as it is: files are no JSON.

import { Refused, type Problem, type Schemas } from '$lib/api/client'

export type Holds = Schemas['BackupOut']

/** What a file holds, or that it was put back. Throws `Refused` with the reason. */
export async function ask(
  what: 'look' | 'restore',
  file: Blob,
  send: typeof fetch = fetch,
): Promise<Holds> {
  let answer: Response
  try {
    answer = await send(`/api/backup/${what}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: file,
    })
  } catch {
    throw new Refused({})
  }
  const told: unknown = await answer.json().catch(() => ({}))
  if (!answer.ok) throw new Refused(told as Partial<Problem>)
  return told as Holds
}
