// How large a picture stands, told once the browser has laid the page out anyway. Asked for while the
// picture is made, as a bound width is, the whole page is laid out at once, and again for each picture.

import type { Action } from 'svelte/action'

type Tell = (width: number, height: number) => void

const told = new WeakMap<Element, Tell>()
let watch: ResizeObserver | null = null

function watching(): ResizeObserver {
  watch ??= new ResizeObserver((seen) => {
    for (const { target, contentRect } of seen)
      told.get(target)?.(Math.round(contentRect.width), Math.round(contentRect.height))
  })
  return watch
}

/** Tells width and height of an element without its padding, now and whenever they change. */
export const sized: Action<HTMLElement, Tell> = (node, tell) => {
  told.set(node, tell)
  watching().observe(node)
  return { destroy: () => watching().unobserve(node) }
}
