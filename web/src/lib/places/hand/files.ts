// A file out of the browser: written here, saved by the cook.

export function saveFile(name: string, value: unknown): void {
  const text = `${JSON.stringify(value, null, 2)}\n`
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type: 'application/json' }))
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 1000)
}
