// Speech as the browser itself understands it, on this machine; null where it does not, or where it
// would ask a network.

export type Listener = {
  /** Listen until the answer is called; `onsaid` for every sentence, `onend` where it cannot go on. */
  listen: (onsaid: (said: string) => void, onend: (why: string) => void) => () => void
}

type Event = { results: ArrayLike<ArrayLike<{ transcript: string }> & { isFinal: boolean }> }
type Recognition = {
  lang: string
  continuous: boolean
  processLocally: boolean
  onresult: ((event: Event) => void) | null
  onerror: ((event: { error: string }) => void) | null
  onend: (() => void) | null
  start: () => void
  stop: () => void
}
type Kind = {
  new (): Recognition
  available?: (options: { langs: string[]; processLocally: boolean }) => Promise<string>
}

const LANG = 'en-GB'
/** Said again and again while nobody speaks: not an end. */
const QUIET = ['no-speech', 'aborted']

const kind = (): Kind | undefined => (globalThis as { SpeechRecognition?: Kind }).SpeechRecognition

/** Whether it is worth asking: an older browser cannot say where it understands speech, and sends it
 * away. */
export const mayListen = (): boolean => kind()?.available !== undefined

/** The browser's own ears, if it has some that need no network. */
export async function listener(): Promise<Listener | null> {
  const found = kind()
  if (found?.available === undefined) return null
  try {
    const there = await found.available({ langs: [LANG], processLocally: true })
    if (there !== 'available') return null
  } catch {
    return null
  }
  return {
    listen(onsaid, onend) {
      const ears = new found()
      let over = false
      ears.lang = LANG
      ears.continuous = true
      ears.processLocally = true
      ears.onresult = (event) => {
        const last = event.results[event.results.length - 1]
        if (last?.isFinal === true) onsaid(last[0]?.transcript ?? '')
      }
      ears.onerror = ({ error }) => {
        if (QUIET.includes(error)) return
        over = true
        onend(error === 'not-allowed' ? 'The microphone is not allowed here.' : 'It cannot listen.')
      }
      ears.onend = () => {
        if (!over) ears.start()
      }
      ears.start()
      return () => {
        over = true
        ears.stop()
      }
    },
  }
}
