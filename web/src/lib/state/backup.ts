// A kitchen's file, sent as it is: a saved kitchen, or what another file brings.

import { Refused, type Problem, type Schemas } from '$lib/api/client'

export type Holds = Schemas['BackupOut']
export type Brings = Schemas['TakingOut']

type Answers = {
  'backup/look': Holds
  'backup/restore': Holds
  'import/look': Brings
  import: Brings
}

/** What a file holds or brings, or that it was put back or taken in. Throws `Refused` with the
 * reason. */
export async function ask<K extends keyof Answers>(
  what: K,
  file: Blob,
  send: typeof fetch = fetch,
): Promise<Answers[K]> {
  let answer: Response
  try {
    answer = await send(`/api/${what}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: file,
    })
  } catch {
    throw new Refused({})
  }
  const told: unknown = await answer.json().catch(() => ({}))
  if (!answer.ok) throw new Refused(told as Partial<Problem>)
  return told as Answers[K]
}
