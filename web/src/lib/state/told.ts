// What is told for a moment: the words of the last thing done, and a way to take it back.

import { createToaster } from '@skeletonlabs/skeleton-svelte'

export const told = createToaster({ placement: 'top-end', max: 2, duration: 5000 })

/** Tell it, with what undoes it where there is such a thing. */
export function tell(words: string, undo?: () => void): void {
  told.create({
    title: words,
    ...(undo === undefined ? {} : { action: { label: 'Undo', onClick: undo } }),
  })
}
