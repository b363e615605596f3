<script lang="ts">
  // The Book: planned against happened, a line a roast; the cook's word before the comparison.
  import { untrack } from 'svelte'
  import Larder from './Larder.svelte'
  import Again from '$lib/ui/Again.svelte'
  import Aside from './Aside.svelte'
  import { http, Refused, want, type BookLine } from '$lib/api/client'
  import { route } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { newest } from '$lib/state/newest'
  import { RoastState } from '$lib/state/roast.svelte'
  import { day, duration, temp, weight } from '$lib/units'
  import Small from './Small.svelte'
  import TakeAlong from './TakeAlong.svelte'

  type Page = { lines: BookLine[]; found: number; next: number | null }

  const PAGE = 25
  const LONGEST_PAGE = 100
  const TYPING_MS = 250

  let page = $state<Page | null>(null)
  let open = $state<BookLine | null>(null)
  let opened = $state('')
  let fault = $state('')
  let search = $state('')
  let asked = $state('')
  let fetching = $state(false)
  let verdict = $state('')
  let change = $state('')

  const id = $derived((route.params as { id?: string }).id)
  const units = $derived(kitchen.units)
  const heardPage = newest<Page>((found) => (page = found))
  const heardLine = newest<BookLine>((found) => (open = found))

  async function read(search: string, skip: number, count: number): Promise<Page> {
    return want(http.GET('/book', { params: { query: { search, skip, count } } }))
  }

  /** The list from its beginning; what was unrolled behind it stays. */
  async function load(): Promise<void> {
    const [words, had] = [asked, untrack(() => page)]
    const count = Math.min(LONGEST_PAGE, Math.max(PAGE, had?.lines.length ?? 0))
    await saying(heardPage(read(words, 0, count).then((found) => joined(found, had, words))))
  }

  let of = ''
  function joined(found: Page, had: Page | null, words: string): Page {
    const more = had === null || of !== words ? [] : had.lines.slice(found.lines.length)
    of = words
    if (more.length === 0) return found
    return { ...found, lines: once(found.lines, more), next: had?.next ?? null }
  }

  /** One after the other, each roast once: the list may have moved on between two pages. */
  function once(first: BookLine[], more: BookLine[]): BookLine[] {
    const ids = first.map((l) => l.id)
    return [...first, ...more.filter((l) => !ids.includes(l.id))]
  }

  async function unroll(): Promise<void> {
    if (page === null || page.next === null) return
    const before = page
    fetching = true
    await saying(
      heardPage(
        read(asked, page.next, PAGE).then((found) => ({
          ...found,
          lines: once(before.lines, found.lines),
        })),
      ),
    )
    fetching = false
  }

  async function saying(ask: Promise<void>): Promise<void> {
    try {
      await ask
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }

  async function loadOne(roast_id: string): Promise<void> {
    try {
      await heardLine(want(http.GET('/book/{roast_id}', { params: { path: { roast_id } } })))
      fault = ''
    } catch (error) {
      if (open?.id !== roast_id) open = null
      if (error instanceof Refused && error.code === 'not_found') open = null
      else fault = (error as Error).message
    }
    opened = roast_id
  }

  $effect(() => {
    const words = search.trim()
    const timer = setTimeout(() => (asked = words), words === '' ? 0 : TYPING_MS)
    return () => clearTimeout(timer)
  })
  $effect(() => {
    void [kitchen.dayNews, Object.values(kitchen.news).reduce((a, b) => a + b, 0)]
    if (id === undefined) void load()
    else void loadOne(id)
  })

  /** Why a roast has nothing to be compared with. */
  const CLOSED: Record<string, string> = {
    thrown: 'Thrown away: there is nothing to compare.',
    never_mind: 'Closed without a word of what became of it.',
  }
  const outGap = (l: BookLine): number | null =>
    l.pulled_min === null ? null : l.pulled_min - l.planned.pull_min
  const peakGap = (l: BookLine): number | null =>
    l.read_peak_c === null ? null : l.read_peak_c - l.wanted_c

  const counted = (n: number): string => (n === 1 ? '1 roast' : `${n} roasts`)

  function gapWords(min: number): string {
    const whole = Math.round(Math.abs(min))
    if (whole < 2) return 'as planned'
    return `${duration(whole)} ${min > 0 ? 'later' : 'sooner'}`
  }

  function overWords(c: number): string {
    const value = Math.abs(units === 'C' ? c : c * 1.8)
    if (value < 0.5) return 'as wanted'
    return `${value < 10 ? value.toFixed(1) : value.toFixed(0)}° ${c > 0 ? 'over' : 'under'} wanted`
  }

  async function judge(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    if (open === null) return
    const state = new RoastState(open.id)
    if (await state.judge(verdict, change)) {
      verdict = ''
      change = ''
      await loadOne(open.id)
    } else fault = state.fault
  }
</script>

<section class="page">
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {#if id !== undefined ? opened !== id : page === null}
    {#if fault === ''}<p class="quiet">Opening the Book…</p>{/if}
  {:else if id !== undefined && open === null}
    <h1>That roast is not in the Book.</h1>
    <p class="quiet">Only finished roasts are.</p>
    <a class="act" href="/book">All roasts</a>
  {:else if id !== undefined && open !== null}
    <p><a class="back" href="/book">All roasts</a></p>
    <h1>{open.name}</h1>
    <p class="quiet">
      {open.cut}, {weight(open.weight_kg, units)} · {day(new Date(open.served_at))} · {open.method}
    </p>
    <Again roastId={open.id} weight_kg={open.weight_kg} />
    <p class="files">
      <a class="back" href="/api/roasts/{open.id}/readings.csv" download="{open.id}.csv">
        Its readings and events as CSV
      </a>
      <a class="back" href="/api/roasts/{open.id}/export" download>All of it as open JSON</a>
    </p>
    {#if open.closed !== ''}
      <p>{CLOSED[open.closed] ?? open.closed}</p>
    {:else if open.verdict === null}
      <form class="judge" onsubmit={judge}>
        <h2>Your word first</h2>
        <p class="quiet">
          How was it? The comparison comes after, so that it does not colour the answer.
        </p>
        <label>
          <span class="label">How did it turn out?</span>
          <textarea class="field" rows="2" maxlength="1000" bind:value={verdict}></textarea>
        </label>
        <label>
          <span class="label">What would you change?</span>
          <textarea class="field" rows="2" maxlength="1000" bind:value={change}></textarea>
        </label>
        <button class="act" disabled={verdict.trim() === ''}>Keep it, and compare</button>
      </form>
    {:else}
      <div class="compare">
        <Small line={open} {units} width={780} height={320} bare={false} />
        <div class="facts">
          <table>
            <thead>
              <tr
                ><th><span class="sr-only">what</span></th><th scope="col">planned</th><th
                  scope="col">happened</th
                ></tr
              >
            </thead>
            <tbody>
              <tr>
                <th scope="row">out after</th>
                <td>{duration(open.planned.pull_min)}</td>
                <td>{open.pulled_min === null ? 'not noted' : duration(open.pulled_min)}</td>
              </tr>
              <tr>
                <th scope="row">at</th>
                <td>{temp(open.planned.pull_core_c, units)}</td>
                <td
                  >{open.pulled_core_c === null
                    ? 'not measured'
                    : temp(open.pulled_core_c, units)}</td
                >
              </tr>
              <tr>
                <th scope="row">peak</th>
                <td>{temp(open.planned.peak_c, units)}</td>
                <td>{open.read_peak_c === null ? 'not measured' : temp(open.read_peak_c, units)}</td
                >
              </tr>
              <tr>
                <th scope="row">readings</th>
                <td></td>
                <td>{open.readings.length}</td>
              </tr>
            </tbody>
          </table>
          <p class="word">“{open.verdict.verdict}”</p>
          {#if open.verdict.change !== ''}<p><b>Next time:</b> {open.verdict.change}</p>{/if}
          <p class="quiet">One roast is one roast (n = 1): not a rule yet.</p>
        </div>
      </div>
    {/if}
  {:else if page !== null}
    {@const empty = page.found === 0 && asked === ''}
    <div class="head">
      <h1>{empty ? 'The Book is empty.' : counted(page.found)}</h1>
      {#if !empty}
        <label class="find">
          <span class="sr-only">Search the Book</span>
          <input class="field" placeholder="Search cut, name, verdict" bind:value={search} />
        </label>
      {/if}
    </div>
    <Larder />
    {#if empty}
      <p class="quiet">A roast comes here when it is carved.</p>
      <a class="act" href="/block">To the block</a>
    {:else if page.found === 0}
      <p class="quiet">Nothing in the Book says “{asked}”.</p>
    {:else}
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">roast</th>
            <th scope="col">planned and read</th>
            <th scope="col">out</th>
            <th scope="col">read peak</th>
            <th scope="col">your word</th>
          </tr>
        </thead>
        <tbody>
          {#each page.lines as line (line.id)}
            {@const out = outGap(line)}
            {@const over = peakGap(line)}
            <tr>
              <td>
                <a href="/book/{line.id}">{line.name}</a>
                <span class="quiet">
                  {line.cut}, {weight(line.weight_kg, units)} · {day(new Date(line.served_at))}
                </span>
              </td>
              <td
                >{#if line.verdict !== null}<Small {line} {units} />{/if}</td
              >
              {#if line.closed !== ''}
                <td colspan="3" class="quiet">{CLOSED[line.closed] ?? line.closed}</td>
              {:else if line.verdict === null}
                <td colspan="3"><a href="/book/{line.id}">Say how it was, then compare</a></td>
              {:else}
                <td>{out === null ? 'not noted' : gapWords(out)}</td>
                <td>
                  {#if line.read_peak_c !== null && over !== null}
                    <b>{temp(line.read_peak_c, units)}</b>
                    <span class="quiet">{overWords(over)}</span>
                  {:else}not measured{/if}
                </td>
                <td class="verdict">{line.verdict.verdict}</td>
              {/if}
            </tr>
          {/each}
        </tbody>
      </table>
      {#if page.next !== null}
        <button class="act" disabled={fetching} onclick={unroll}>
          {fetching ? 'Opening…' : `Earlier ones: ${page.found - page.lines.length} more`}
        </button>
      {/if}
      <p class="quiet key-line">Dashed: planned. Dots: read. Green: wanted. Red: came out.</p>
    {/if}
    <Aside />
    <TakeAlong />
  {/if}
</section>

<style>
  .page {
    padding: 1.1rem 1.75rem 1.5rem;
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
    align-items: flex-start;
  }
  h1 {
    font-size: 2rem;
    line-height: 1.15;
  }
  .head {
    display: flex;
    justify-content: space-between;
    align-self: stretch;
    gap: 2rem;
    flex-wrap: wrap;
  }
  .files {
    display: flex;
    flex-wrap: wrap;
    gap: 0 1.5rem;
  }
  .find {
    width: min(20rem, 100%);
  }
  .lines {
    align-self: stretch;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    font-weight: 500;
    color: var(--ink-soft);
    font-size: 0.9rem;
  }
  .lines td {
    border-top: 1px solid var(--line);
    padding: 0.3rem 1rem 0.3rem 0;
    vertical-align: middle;
  }
  .lines td a {
    display: inline-block;
    font-weight: 700;
    text-decoration: underline;
    text-underline-offset: 4px;
    text-decoration-color: var(--line-strong);
  }
  .lines td span {
    display: block;
    font-size: 0.9rem;
  }
  .verdict {
    max-width: 20rem;
  }
  .back {
    text-decoration: underline;
    min-height: 40px;
    display: inline-flex;
    align-items: center;
  }
  .compare {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 340px;
    gap: 2rem;
    align-self: stretch;
  }
  .facts {
    display: grid;
    gap: 0.75rem;
    align-content: start;
  }
  .facts table {
    border-collapse: collapse;
  }
  .facts td,
  .facts th {
    padding: 0.35rem 0.75rem 0.35rem 0;
    border-bottom: 1px solid var(--line);
    font-size: 1.05rem;
  }
  .facts td {
    font-weight: 700;
  }
  .word {
    font-size: 1.25rem;
  }
  .judge {
    display: grid;
    gap: 0.75rem;
    width: min(40rem, 100%);
    margin-top: 1rem;
  }
  .judge h2 {
    font-size: 1.5rem;
  }
  @media (max-width: 860px) {
    .page {
      padding: 0.75rem;
    }
    .compare {
      grid-template-columns: minmax(0, 1fr);
    }
    .lines,
    .lines tbody,
    .lines tr,
    .lines td {
      display: block;
    }
    .lines thead {
      display: none;
    }
    .lines td {
      border: 0;
    }
    .lines tr {
      border-top: 1px solid var(--line);
      padding: 0.4rem 0;
    }
  }
</style>
