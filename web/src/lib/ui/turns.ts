// One part of a page after another, each in a task of its own: whoever touches the page meanwhile is
// answered between two of them.

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
  waiting.shift()?.()
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
