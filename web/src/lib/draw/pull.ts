// Whatever is dragged: by the pointer, or by the arrow keys. One action for a handle of a picture; what
// it moves and by how much is the caller's.

import type { Action } from 'svelte/action'

/** How far a hand or a key has moved a handle, in steps of its own picture. */
export interface Pulled {
  /** Since it was taken, to the right and down, in pixels of the screen. */
  dx: number
  dy: number
  /** Where the pointer is. */
  x: number
  y: number
}

export interface Pull {
  /** The handle is taken; false: it does not come. */
  take?: (event: PointerEvent) => boolean
  /** It moves with the hand. */
  move: (by: Pulled, event: PointerEvent) => void
  /** It is let go; ``kept`` false: the pull was cut short. */
  drop: (kept: boolean) => void
  /** The keyboard's twin: steps along the arrows, tens with Shift. True: it was meant for it. */
  key?: (steps: { along: number; up: number; coarse: boolean }, event: KeyboardEvent) => void
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** Makes an element something that is pulled. */
export const pull: Action<HTMLElement | SVGElement, Pull> = (node, first) => {
  let on = first
  let from: { x: number; y: number; id: number } | null = null

  function down(event: PointerEvent): void {
    if (event.button > 0 || on.take?.(event) === false) return
    node.setPointerCapture(event.pointerId)
    from = { x: event.clientX, y: event.clientY, id: event.pointerId }
  }
  function move(event: PointerEvent): void {
    if (from === null || event.pointerId !== from.id) return
    const { clientX: x, clientY: y } = event
    on.move({ dx: x - from.x, dy: y - from.y, x, y }, event)
  }
  function up(event: PointerEvent): void {
    if (from === null || event.pointerId !== from.id) return
    from = null
    on.drop(event.type === 'pointerup')
  }
  function key(event: KeyboardEvent): void {
    const arrow = ARROWS[event.key]
    if (arrow === undefined || on.key === undefined) return
    event.preventDefault()
    on.key({ along: arrow[0], up: arrow[1], coarse: event.shiftKey }, event)
  }
  const heard: [string, (event: never) => void][] = [
    ['pointerdown', down],
    ['pointermove', move],
    ['pointerup', up],
    ['pointercancel', up],
    ['keydown', key],
  ]
  for (const [kind, act] of heard) node.addEventListener(kind, act as EventListener)
  return {
    update: (next) => void (on = next),
    destroy: () => {
      for (const [kind, act] of heard) node.removeEventListener(kind, act as EventListener)
    },
  }
}
