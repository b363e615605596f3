// Opening parts of a page in turn, as an address asks: `?ask=wrong,smoke`. A part is a heading's id
// or a code in `data-ask`; a closed button is pressed, a closed fold opened, the last is shown.

const PATIENCE_MS = 12_000
const LOOK_MS = 60
const PRESSES = 4
const LOOKS = 12
const SETTLE = 6
const SETTLE_MS = 250

const part = (code: string): HTMLElement | null =>
  document.querySelector<HTMLElement>(`[data-ask~="${CSS.escape(code)}"]`) ??
  document.getElementById(code)

const STATES = ['aria-expanded', 'aria-selected', 'aria-pressed']

const isOpen = (button: HTMLButtonElement): boolean =>
  STATES.some((state) => button.getAttribute(state) === 'true')

/** Press a button that is closed; one that has just come may not listen yet, and is pressed again.
 * Not too soon: a second press closes what the first opened. */
async function press(button: HTMLButtonElement): Promise<void> {
  for (let n = 0; n < PRESSES && !isOpen(button); n++) {
    // A fold hears a press only where it heard that it has the focus, as a hand's press gives it.
    if (button.dataset['part'] === 'item-trigger') {
      button.blur()
      button.focus({ preventScroll: true })
    }
    button.click()
    if (!STATES.some((state) => button.hasAttribute(state))) return
    for (let looks = 0; looks < LOOKS && !isOpen(button); looks++) {
      await new Promise((done) => setTimeout(done, LOOK_MS))
    }
  }
}

/** Open one part: press it where it is closed, and the fold it lies in. */
async function opened(found: HTMLElement): Promise<void> {
  const fold = found.closest('[data-part=item]')?.querySelector('[data-part=item-trigger]')
  if (fold instanceof HTMLButtonElement && fold !== found) await press(fold)
  if (!(found instanceof HTMLButtonElement)) return
  // A fold that was never open is another button once it is pressed.
  if (found.dataset['part'] === 'closed') {
    found.click()
    await new Promise((done) => setTimeout(done, LOOK_MS))
  } else await press(found)
}

/** Scroll to a part, and again while answers that come later push it away. */
async function shown(found: HTMLElement, over: () => boolean): Promise<void> {
  let moved = false
  const hands = (): void => void (moved = true)
  for (const kind of ['wheel', 'touchmove', 'keydown']) {
    addEventListener(kind, hands, { once: true, passive: true })
  }
  // Whoever scrolls on meanwhile is not pulled back.
  for (let n = 0; n < SETTLE && !over() && !moved; n++) {
    found.scrollIntoView({ block: 'start' })
    await new Promise((done) => setTimeout(done, SETTLE_MS))
  }
}

/** Wait for each part and open it; the last is scrolled to and shown for a moment. Ends early when
 * `over()` says that somebody has gone elsewhere. */
export async function ask(codes: readonly string[], over: () => boolean): Promise<void> {
  const until = Date.now() + PATIENCE_MS
  for (const [n, code] of codes.entries()) {
    let found = part(code)
    while (found === null && Date.now() < until && !over()) {
      await new Promise((done) => setTimeout(done, LOOK_MS))
      found = part(code)
    }
    if (found === null || over()) return
    await opened(found)
    if (n === codes.length - 1) {
      found = part(code) ?? found
      found.classList.add('asked')
      await shown(found, over)
    }
  }
}
