/** Minutes as a kitchen timer shows them: "2:05", "−0:30" overdue. */
export function timer(minutes: number): string {
  const seconds = Math.round(Math.abs(minutes) * 60)
  const text = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
  return minutes < 0 && seconds > 0 ? `−${text}` : text
}
