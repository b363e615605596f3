// Alarms: fetched while the server answers, kept in the browser, rung by the screen's own clock.

import { http, want, type Alarm, type Roast } from '$lib/api/client'
import { kitchen } from '$lib/state/kitchen.svelte'
import { inQuiet, type Quiet } from '$lib/draw/alarm'
import { keepLocal, local } from '$lib/state/local'
import { freshKey, queue } from '$lib/state/queue.svelte'
import { entryOf, ringingOf, stillToHear, type Command } from '$lib/state/waiting'

const FETCH_S = 20
/** How often an alarm sounds again until it is answered, in seconds of this world. */
const AGAIN_MS = 8000

class Alarms {
  #all = $state<Alarm[]>(local<Alarm[]>('alarms', []))
  /** Without what waits here to be said heard or done. */
  all = $derived(stillToHear(this.#all, queue.waiting))
  /** Whether this screen rings at all: a telephone in the parlour need not. */
  rings = $state(local<boolean>('alarm.rings', true))
  loud = $state(local<boolean>('alarm.loud', true))
  spoken = $state(local<boolean>('alarm.spoken', true))
  quiet = $state<Quiet>(local<Quiet>('alarm.quiet', { from: '', to: '' }))
  /** False until the page has been touched once: browsers keep a page silent before that. */
  canSound = $state(false)
  #context: AudioContext | null = null
  #sounded = 0
  #answers = 0
  #asked = 0
  #told = 0
  #saidOf = ''

  /** What is to be heard now: what must not be missed first, else what is longest due. */
  get ringing(): Alarm | null {
    return ringingOf(this.all, kitchen.now)
  }

  /** The next that is not due yet. */
  get next(): Alarm | null {
    const now = kitchen.now.getTime()
    return this.all.find((a) => new Date(a.at).getTime() > now) ?? null
  }

  async fetch(): Promise<void> {
    const answers = this.#answers
    const asked = ++this.#asked
    try {
      const found = await want(http.GET('/alarms'))
      if (asked < this.#told) return
      // Asked for before something was heard or answered: it would ring once more. What that did not
      // tell of (another's carving) is asked for again.
      if (answers !== this.#answers) return await this.fetch()
      this.#told = asked
      this.#all = found
      keepLocal('alarms', this.#all)
    } catch {
      // Without the server the last known ones ring on.
    }
  }

  /** What a command's answer says is to be heard of its roast. */
  took(roast: Roast): void {
    if (roast.alarms === null && roast.status !== 'done') return
    this.#answers += 1
    this.#all = [...this.#all.filter((a) => a.roast_id !== roast.id), ...(roast.alarms ?? [])]
    this.#all.sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    keepLocal('alarms', this.#all)
  }

  /** Heard: silent on every screen. */
  async answer(alarm: Alarm): Promise<void> {
    this.#answers += 1
    this.#all = this.#all.filter((a) => a.code !== alarm.code || a.roast_id !== alarm.roast_id)
    keepLocal('alarms', this.#all)
    globalThis.speechSynthesis?.cancel()
    try {
      await this.#hand(alarm, 'answer', { code: alarm.code }, 'Heard')
    } catch {
      // A roast that is finished meanwhile has nothing to be heard.
    }
  }

  /** Done: what the alarm asked for. Throws `Refused` with the reason. */
  async done(alarm: Alarm): Promise<void> {
    if (alarm.stage !== null) {
      await this.#hand(alarm, 'stage-end', { stage: alarm.stage, minute: null }, alarm.done)
    } else if (alarm.mark !== null) {
      await this.#hand(alarm, 'marks', { what: alarm.mark, text: '', minute: null }, alarm.done)
    }
    await this.answer(alarm)
  }

  async #hand(
    alarm: Alarm,
    command: Command,
    body: Record<string, unknown>,
    words: string,
  ): Promise<void> {
    const roast = { id: alarm.roast_id, put_in_at: alarm.put_in_at }
    await queue.send(entryOf(freshKey(), roast, command, body, kitchen.now, words))
  }

  /** Let the page sound; call from a touch or a key. */
  unlock(): void {
    try {
      this.#context ??= new AudioContext()
      void this.#context.resume().then(() => (this.canSound = true))
    } catch {
      // A browser without sound still shows, flashes and shakes.
    }
  }

  set(what: { rings?: boolean; loud?: boolean; spoken?: boolean; quiet?: Quiet }): void {
    if (what.rings !== undefined) this.rings = what.rings
    if (what.loud !== undefined) this.loud = what.loud
    if (what.spoken !== undefined) this.spoken = what.spoken
    if (what.quiet !== undefined) this.quiet = what.quiet
    keepLocal('alarm.rings', this.rings)
    keepLocal('alarm.loud', this.loud)
    keepLocal('alarm.spoken', this.spoken)
    keepLocal('alarm.quiet', this.quiet)
  }

  /** Sound, shake and say it, again and again until it is answered. Call often. */
  sound(words: string): void {
    const alarm = this.ringing
    if (alarm === null) {
      this.#saidOf = ''
      return
    }
    const now = Date.now()
    if (now - this.#sounded < AGAIN_MS) return
    this.#sounded = now
    if (!this.rings || !this.loud || inQuiet(this.quiet, kitchen.now)) return
    this.beep()
    // Before the first touch a browser refuses this as it does sound.
    if (this.canSound) navigator.vibrate?.([300, 120, 300, 120, 300])
    const code = alarm.roast_id + alarm.code
    if (this.#saidOf !== code) {
      this.#saidOf = code
      this.say(words)
    }
  }

  /** The sentence aloud, by the browser's own voice. */
  say(words: string): void {
    if (this.spoken) this.aloud(words)
  }

  /** The same where somebody asks for it. */
  aloud(words: string): void {
    if (typeof speechSynthesis === 'undefined') return
    // A page nobody has touched may not speak; the browser would hold it against the page.
    if (navigator.userActivation?.hasBeenActive === false) return
    speechSynthesis.cancel()
    speechSynthesis.speak(new SpeechSynthesisUtterance(words.replaceAll('°', ' degrees')))
  }

  /** Three rising notes, made here: no file, no network. */
  beep(): void {
    const context = this.#context
    if (context === null || context.state !== 'running') return
    for (const [n, pitch] of [523, 659, 880].entries()) {
      const from = context.currentTime + n * 0.28
      const note = context.createOscillator()
      const level = context.createGain()
      note.type = 'triangle'
      note.frequency.value = pitch
      level.gain.setValueAtTime(0, from)
      level.gain.linearRampToValueAtTime(0.9, from + 0.02)
      level.gain.setValueAtTime(0.9, from + 0.2)
      level.gain.linearRampToValueAtTime(0, from + 0.26)
      note.connect(level).connect(context.destination)
      note.start(from)
      note.stop(from + 0.27)
    }
  }

  /** Fetch every twenty seconds of the kitchen's time; at once and after every event it is asked to. */
  start(): () => void {
    const period = (): number => Math.max(1000, (FETCH_S * 1000) / Math.max(kitchen.pace, 0.1))
    let timer: ReturnType<typeof setTimeout>
    const round = (): void => {
      timer = setTimeout(() => void this.fetch().then(round), period())
    }
    round()
    return () => clearTimeout(timer)
  }
}

export const alarms = new Alarms()
