// Hours, days and minutes as a cook says them, and as one types them.

/** Minutes as a cook says them: 38 min, 2 h 05. */
export function duration(min: number): string {
  const whole = Math.max(0, Math.round(min))
  if (whole < 60) return `${whole} min`
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`
}

/** How much later something is in words: "18 min sooner". */
export function moved(min: number): string {
  const whole = Math.round(Math.abs(min))
  if (whole === 0) return 'no minute sooner or later'
  return `${duration(whole)} ${min < 0 ? 'sooner' : 'later'}`
}

/** A range of minutes without false precision: 38 to 46 minutes; about 12 minutes; 2 h 30 to 4 h 10
 * where so little is known. */
export function minutesRange(low: number, high: number): string {
  const step = high - low > 60 ? 10 : high - low > 30 ? 5 : 1
  const a = Math.max(0, Math.round(low / step) * step)
  const b = Math.max(0, Math.round(high / step) * step)
  if (b >= 90) return `${duration(a)} to ${duration(b)}`
  return a === b ? `about ${a} minutes` : `${a} to ${b} minutes`
}

/** So many minutes after a moment; before it, if there are fewer than none. */
export function later(at: Date | number, minutes: number): Date {
  return new Date(Number(at) + minutes * 60_000)
}

/** Hour of the day in the kitchen's zone. */
export function hour(at: Date): string {
  return `${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`
}

/** What stands before an hour by which something is to be in: an hour that is past is not "by". */
export function inBy(at: Date, now: Date): string {
  return at.getTime() < now.getTime() ? 'should be in since' : 'in by'
}

/** When a joint is carved: as long before sitting down as carving and plating take. */
export function carveAt(plan: { serve_at: string; ahead_min: number }): Date {
  return new Date(new Date(plan.serve_at).getTime() - plan.ahead_min * 60_000)
}

/** What happens at the end of its rest: carved ahead of the others, or sat down to at once. */
export function atItsEnd(plan: { serve_at: string; ahead_min: number }): string {
  const word = plan.ahead_min > 0 ? 'carve' : 'sit down'
  return `${word} ${hour(carveAt(plan))}`
}

/** The same day at another hour. */
export function atHour(day: Date, hours: number, minutes: number): Date {
  const at = new Date(day)
  at.setHours(hours, minutes, 0, 0)
  return at
}

/** The local date of a moment as a date field has it. */
export function dateOf(at: Date): string {
  const two = (n: number): string => String(n).padStart(2, '0')
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
}

/** The same hour on another date (`2026-10-03`); null for what is no date of our years. */
export function atDate(hourOf: Date, date: string): Date | null {
  const match = /^(20\d\d|2100)-(\d\d)-(\d\d)$/.exec(date)
  if (match === null) return null
  const at = new Date(hourOf)
  at.setFullYear(Number(match[1]), Number(match[2]) - 1, Number(match[3]))
  return dateOf(at) === date ? at : null
}

/** The next seven in the evening that leaves three hours to roast. */
export function nextSeven(now: Date): Date {
  const at = atHour(now, 19, 0)
  return at.getTime() < now.getTime() + 3 * 3_600_000 ? new Date(at.getTime() + 24 * 3_600_000) : at
}

/** `19:00`, `7.30`, `1930` as hours and minutes of the day, or null. */
export function parseHour(text: string): [number, number] | null {
  const match = /^\s*(\d{1,2})(?:[:.h ]?(\d{2}))?\s*$/.exec(text)
  if (match === null) return null
  const [hours, minutes] = [Number(match[1]), Number(match[2] ?? 0)]
  return hours < 24 && minutes < 60 ? [hours, minutes] : null
}

// Their names by hand: the browser's own take a telephone longer to fetch than the page that shows them.
const DAYS = 'Sunday Monday Tuesday Wednesday Thursday Friday Saturday'.split(' ')
const MONTHS =
  'January February March April May June July August September October November December'.split(' ')

const weekday = (at: Date): string => DAYS[at.getDay()] ?? ''
const month = (at: Date): string => MONTHS[at.getMonth()] ?? ''

/** A day in short: Sat 3 Oct. */
export function shortDay(at: Date): string {
  return `${weekday(at).slice(0, 3)} ${at.getDate()} ${month(at).slice(0, 3)}`
}

/** A date as its field shows it: Sat 3 Oct 2026. */
export function dateShown(at: Date): string {
  return `${shortDay(at)} ${at.getFullYear()}`
}

/** A day with its name: Saturday 3 October. */
export function longDay(at: Date): string {
  return `${weekday(at)} ${at.getDate()} ${month(at)}`
}

/** A day: 3 October 2026. */
export function day(at: Date): string {
  return `${at.getDate()} ${month(at)} ${at.getFullYear()}`
}

/** A typed date, `2027-01-06`, `6 Jan`, `Wed 6 January 2027`, `6.1.`, as a date field has it; without
 * a year the next one to come. Null for what is none. */
export function dateFrom(text: string, now: Date): string | null {
  const iso = /^\s*(\d{4}-\d\d-\d\d)\s*$/.exec(text)?.[1]
  if (iso !== undefined) return atDate(now, iso) === null ? null : iso
  const named =
    /^\s*(?:[a-z]+\.?,?\s+)?(\d{1,2})(?:st|nd|rd|th|\.)?\s*([a-z]{3,})\.?,?\s*(\d{4})?\s*$/i.exec(
      text,
    )
  const plain = /^\s*(\d{1,2})\.(\d{1,2})\.?\s*(\d{4})?\s*$/.exec(text)
  const [, day, month, year] = named ?? plain ?? []
  if (day === undefined || month === undefined) return null
  const short = month.slice(0, 3).toLowerCase()
  const known = MONTHS.findIndex((one) => one.slice(0, 3).toLowerCase() === short) + 1
  const at = named === null ? Number(month) : known
  const two = (n: number): string => String(n).padStart(2, '0')
  const of = (y: number): string => `${y}-${two(at)}-${two(Number(day))}`
  if (year !== undefined) return atDate(now, of(Number(year))) === null ? null : of(Number(year))
  const soon = [0, 1].map((n) => of(now.getFullYear() + n))
  return soon.find((date) => atDate(now, date) !== null && date >= dateOf(now)) ?? null
}
