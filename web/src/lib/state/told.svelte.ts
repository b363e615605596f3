// What is told for a moment: the words of the last thing done, and a way to take it back.

class Told {
  /** Something was told on this page: its corner is needed. */
  needed = $state(false)
}

export const told = new Told()

/** Tell it, with what undoes it where there is such a thing. */
export function tell(words: string, undo?: () => void): void {
  told.needed = true
  void import('./toaster').then(
    ({ toaster }) =>
      toaster.create({
        title: words,
        ...(undo === undefined ? {} : { action: { label: 'Undo', onClick: undo } }),
      }),
    // What tells it cannot be fetched: what was done is done all the same.
    () => undefined,
  )
}
