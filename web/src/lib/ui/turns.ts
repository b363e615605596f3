// One part of a page after another, a few milliseconds of them at a time: whoever touches the page
// meanwhile is answered between two of them.

import { flushSync } from 'svelte'

/** A phone takes four times as long, and is to answer within 50 ms. */
const TASK_MS = 4

const waiting: (() => void)[] = []
const channel = new MessageChannel()
let asked = false

function next(): void {
  if (asked || waiting.length === 0) return
  asked = true
  channel.port2.postMessage(null)
}
channel.port1.onmessage = () => {
  asked = false
  const from = performance.now()
  while (waiting.length > 0 && performance.now() - from < TASK_MS) {
    waiting.shift()?.()
    flushSync()
  }
  next()
}

/** Do it when it is its turn; the function that comes back gives the turn up. */
export function inTurn(work: () => void): () => void {
  waiting.push(work)
  next()
  return () => {
    const at = waiting.indexOf(work)
    if (at >= 0) waiting.splice(at, 1)
  }
}
