<script lang="ts">
  // The Book: planned against happened, a line a roast; the cook's word before the comparison.
  import { untrack } from 'svelte'
  import Larder from './Larder.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import Aside from './Aside.svelte'
  import { http, Refused, want, type BookLine, type Learned } from '$lib/api/client'
  import { route } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { newest } from '$lib/state/newest'
  import Working from '$lib/ui/Working.svelte'
  import Across from './Across.svelte'
  import Beside from './Beside.svelte'
  import BookLines from './BookLines.svelte'
  import BookPage from './BookPage.svelte'
  import FromMemory from './FromMemory.svelte'
  import Next from '$lib/ui/Next.svelte'
  import TakeAlong from './TakeAlong.svelte'
  import { counted } from './words'

  type Page = { lines: BookLine[]; found: number; next: number | null }

  const PAGE = 25
  const LONGEST_PAGE = 100
  const TYPING_MS = 250

  let page = $state.raw<Page | null>(null)
  let open = $state.raw<BookLine | null>(null)
  let opened = $state('')
  let fault = $state('')
  let search = $state('')
  let asked = $state('')
  let fetching = $state(false)
  let picked = $state<string[]>([])
  let besides = $state(false)
  let together = $state(false)
  let learned = $state.raw<Learned | null>(null)
  const heardLearned = newest<Learned>((found) => (learned = found))

  const MOST_BESIDE = 4
  function pick(id: string): void {
    picked = picked.includes(id)
      ? picked.filter((p) => p !== id)
      : [...picked, id].slice(-MOST_BESIDE)
  }

  const id = $derived((route.params as { id?: string }).id)
  const units = $derived(kitchen.units)
  /** Nobody has said how it was. */
  const wanting = (line: BookLine): boolean => line.closed === '' && line.verdict === null
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
  // A word of a roast's page leads here with what it finds.
  $effect(() => {
    const find = id === undefined ? new URLSearchParams(location.search).get('find') : null
    if (find !== null) search = find
  })
  // All of them are a lot to fetch: only where somebody looks.
  $effect(() => {
    void kitchen.dayNews
    if (together) void saying(heardLearned(want(http.GET('/learned'))))
  })
</script>

<section
  class="pt-4 pb-6 px-7 flex flex-col gap-2 items-start max-lg:p-3 print:p-0 print:[zoom:0.68]"
>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {#if id !== undefined ? opened !== id : page === null}
    {#if fault === ''}<p class="quiet">Opening the Book…</p>{/if}
  {:else if id !== undefined && open === null}
    <h1 class="text-3xl leading-shout">That roast is not in the Book.</h1>
    <p class="quiet">Only finished roasts are.</p>
    <a class="act" href="/book">All roasts</a>
  {:else if id !== undefined && open !== null}
    {@const shown = open}
    <BookPage line={shown} {units} onjudged={() => loadOne(shown.id)} />
  {:else if page !== null}
    {@const empty = page.found === 0 && asked === ''}
    <div class="flex justify-between self-stretch gap-8 flex-wrap">
      <h1 class="text-3xl leading-shout">{empty ? 'The Book is empty.' : counted(page.found)}</h1>
      {#if !empty}
        <label class="w-[min(20rem,100%)]">
          <span class="sr-only">Search the Book</span>
          <input
            class="field"
            placeholder="Search cut, oven, guest, month, word"
            bind:value={search}
          />
        </label>
      {/if}
    </div>
    <Larder />
    <div class="flex flex-wrap gap-x-8 self-stretch print:hidden">
      {#if !empty}
        <button
          class="order-first text-left min-h-11 underline underline-offset-4"
          aria-expanded={together}
          data-ask="across"
          onclick={() => (together = !together)}
          >{together ? 'Hide what they tell together' : 'What they tell together'}</button
        >
      {/if}
      <FromMemory />
    </div>
    {#if together && !empty && learned === null}
      <Working words="Opening all of them…" />
    {:else if together && !empty && learned !== null}
      <Across {learned} />
    {/if}
    {#if empty}
      <p class="quiet">A roast comes here when it is carved.</p>
    {:else if page.found === 0}
      <p class="quiet">Nothing in the Book says “{asked}”.</p>
    {:else}
      {#if besides}
        <Beside ids={picked} {units} onleave={() => (besides = false)} />
      {:else}
        {#if picked.length > 0}
          <p class="acts items-center">
            <button class="act" disabled={picked.length < 2} onclick={() => (besides = true)}
              >Put {picked.length} side by side</button
            >
            <button class="act plain" onclick={() => (picked = [])}>None of them</button>
            {#if picked.length < 2}<span class="quiet">Pick another one.</span>{/if}
          </p>
        {/if}
        <BookLines lines={page.lines} {units} {picked} onpick={pick} />
      {/if}
      <Soon>
        {#if page.next !== null}
          <button class="act" disabled={fetching} onclick={unroll}>
            {fetching ? 'Opening…' : `Earlier ones: ${page.found - page.lines.length} more`}
          </button>
        {/if}
        {#if !besides}
          <p class="quiet">Dashed: planned. Dots: read. Green: wanted. Red: came out.</p>
        {/if}
      </Soon>
    {/if}
    <Soon>
      <Aside />
      <TakeAlong />
    </Soon>
  {/if}
</section>
{#if id !== undefined ? open !== null && opened === id && !wanting(open) : page !== null}
  {@const one = id === undefined ? page?.lines.find(wanting) : undefined}
  <Next
    words={one === undefined ? 'Lay the next one' : `Your word on ${one.name}`}
    href={one === undefined ? '/begin' : `/book/${one.id}`}
  >
    {one === undefined ? '' : 'Nobody has said yet how it was.'}
  </Next>
{/if}
