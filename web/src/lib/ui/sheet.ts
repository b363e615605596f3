// Whether a sheet stands over the page: single keys and typed digits are then not for the page.

export const sheetOpen = (): boolean =>
  document.querySelector('[role=dialog][aria-modal=true]') !== null
