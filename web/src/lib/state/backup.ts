// A kitchen's file, sent as it is: a saved kitchen, or what another file brings.

import type { Schemas } from '$lib/api/client'
import { sendFile } from '$lib/api/file'

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
  return sendFile(what, file, undefined, send)
}
