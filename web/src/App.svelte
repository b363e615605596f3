<script lang="ts">
  import { onDestroy } from 'svelte'
  import { PLACES, Router, address, go, route, where } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Clock from '$lib/ui/Clock.svelte'
  import AlarmBar from '$lib/ui/AlarmBar.svelte'
  import { ask } from '$lib/ui/ask'
  import { sheetOpen } from '$lib/ui/sheet'
  import { inTurn } from '$lib/ui/turns'
  import Shades from '$lib/ui/Shades.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import Damaged from '$lib/ui/Damaged.svelte'
  import { PRACTICE } from '$lib/api/base'
  import { told } from '$lib/state/told.svelte'
  import Waiting from '$lib/ui/Waiting.svelte'

  /** Places that are not about one roast. */
  const HOMELESS = ['book', 'day', 'practice']

  let help = $state(false)
  let reckons = $state(false)
  let finds = $state(false)

  // What opens over the page comes when it is asked for, and is fetched once the page stands.
  const IDLE_MS = 12_000
  const sheets = {
    find: () => import('$lib/ui/Find.svelte'),
    keys: () => import('$lib/ui/Keys.svelte'),
    reckoner: () => import('$lib/places/reckoner/Reckoner.svelte'),
  }
  $effect(() => {
    const idle = setTimeout(() => {
      // Skeleton asks which way our language is written; the first answer to that is slow.
      new Intl.Locale('en-US').maximize()
      // Without the server they come from what the page's worker keeps, or not at all.
      for (const sheet of Object.values(sheets)) sheet().catch(() => undefined)
      void import('$lib/ui/Told.svelte').catch(() => undefined)
    }, IDLE_MS)
    return () => clearTimeout(idle)
  })

  const here = $derived(where(route.pathname))
  const roastId = $derived((here.place === 'day' ? undefined : here.id) ?? kitchen.likely?.id)
  /** A screen on the wall has nothing but what is read from afar. */
  const wall = $derived(route.pathname.startsWith('/wall'))
  const night = $derived(here.place === 'fire' || wall)
  const title = $derived(PLACES.find((x) => x.id === here.place)?.name)

  // Before any part of the page, and not in the same breath as its frame.
  let stop = (): void => undefined
  const off = inTurn(() => (stop = kitchen.start()))
  onDestroy(() => {
    off()
    stop()
  })
  $effect(() => {
    if (kitchen.toReckon !== '') reckons = true
  })
  $effect(() => {
    // What an address asks to be opened, in turn.
    const here = route.pathname
    const asked = route.search['ask']
    if (typeof asked !== 'string' || asked === '') return
    void ask(asked.split(','), () => route.pathname !== here || route.search['ask'] !== asked)
  })
  $effect(() => {
    document.documentElement.dataset.mode = kitchen.mode === 'auto' ? '' : kitchen.mode
  })
  $effect(() => {
    document.title = title === undefined ? 'Trencher' : `${title} · Trencher`
  })

  /** Letters act only when no field has the focus, and not when switched off. */
  function key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement
    if (event.ctrlKey || event.metaKey || event.altKey) {
      if (
        event.key === 'z' &&
        here.place === 'block' &&
        !/^(INPUT|TEXTAREA)$/.test(target.tagName)
      ) {
        event.preventDefault()
        plan.undo()
      }
      return
    }
    if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || !kitchen.keys || sheetOpen()) return
    const place = PLACES.find((x) => x.key === event.key)
    if (place !== undefined) {
      event.preventDefault()
      go(place.id, HOMELESS.includes(place.id) ? undefined : roastId)
    } else if (event.key === 'u') kitchen.toggleUnits()
    else if (event.key === '?') help = !help
    else if (event.key === 'r') {
      event.preventDefault()
      reckons = !reckons
    } else if (event.key === '/') {
      event.preventDefault()
      finds = true
    }
  }
</script>

<svelte:window onkeydown={key} />

<div
  class="frame min-h-dvh bg-paper text-ink flex flex-col print:min-h-0"
  class:iron={night}
  class:practising={PRACTICE !== ''}
>
  <a
    class="absolute -left-full focus:left-4 focus:top-2 focus:bg-ink focus:text-paper focus:py-2 focus:px-4 focus:z-20"
    href="#main">To the picture</a
  >
  {#if !wall}
    <header
      class="flex items-stretch gap-4 px-7 border-b border-line min-h-13 max-lg:min-h-11 max-lg:flex-wrap max-lg:gap-x-2 max-lg:py-0 max-lg:px-3 print:hidden"
    >
      <a
        class="font-heading font-bold text-lg flex items-center tracking-tight max-lg:flex-1 max-lg:min-h-12 max-sm:hidden"
        href="/"
        aria-label="Trencher, start">Trencher</a
      >
      <nav
        class="flex flex-1 gap-1 max-sm:gap-0 max-lg:order-3 max-lg:fixed max-lg:top-auto max-lg:right-0 max-lg:bottom-0 max-lg:left-0 max-lg:bg-paper max-lg:border-t max-lg:border-line max-lg:z-10 max-lg:justify-around"
        aria-label="Places"
      >
        {#each PLACES as place (place.id)}
          <Soon
            ><a
              class="flex items-center gap-1.5 min-h-13 px-2 text-ink-soft border-b-4 border-b-transparent border-t-4 border-t-transparent aria-[current]:text-ink aria-[current]:font-bold aria-[current]:border-b-accent hover:text-ink max-lg:px-2 max-sm:px-1 max-sm:text-sm"
              href={address(place.id, HOMELESS.includes(place.id) ? undefined : roastId)}
              aria-current={here.place === place.id ? 'page' : undefined}
            >
              {place.name}<span class="key max-lg:hidden" aria-hidden="true">{place.key}</span>
            </a></Soon
          >
        {/each}
      </nav>
      <div
        class="flex items-center gap-1 whitespace-nowrap max-lg:gap-0 max-sm:flex-1 max-sm:justify-between"
      >
        <Soon>
          <Clock />
          <button
            class="min-h-11 min-w-11 px-2 rounded-base font-semibold hover:bg-paper-deep max-lg:py-0 max-lg:px-1.5"
            aria-expanded={finds}
            onclick={() => (finds = !finds)}
          >
            Find <span class="key max-lg:hidden" aria-hidden="true">/</span>
          </button>
          <button
            class="min-h-11 min-w-11 px-2 rounded-base font-semibold hover:bg-paper-deep max-lg:py-0 max-lg:px-1.5"
            aria-expanded={reckons}
            onclick={() => (reckons = !reckons)}
          >
            Reckon <span class="key max-lg:hidden" aria-hidden="true">r</span>
          </button>
          <button
            class="min-h-11 min-w-11 px-2 rounded-base font-semibold hover:bg-paper-deep max-lg:py-0 max-lg:px-1.5"
            onclick={() => kitchen.toggleUnits()}
            aria-label="{kitchen.units === 'C' ? '°C kg' : '°F lb'}: change units"
          >
            {kitchen.units === 'C' ? '°C kg' : '°F lb'}
          </button>
          <button
            class="min-h-11 min-w-11 px-2 rounded-base font-semibold hover:bg-paper-deep max-lg:py-0 max-lg:px-1.5"
            onclick={() => (help = !help)}
            aria-label="? Keys and settings">?</button
          >
        </Soon>
      </div>
    </header>
  {/if}
  {#if PRACTICE !== ''}
    {#await import('$lib/places/practice/PracticeBar.svelte') then { default: PracticeBar }}
      <PracticeBar />
    {/await}
  {/if}
  {#if kitchen.locked}
    <p class="notice" role="status">
      This screen must be let in first.
      <button onclick={() => location.assign('/door')}>Type the code</button>
    </p>
  {:else if !kitchen.connected || kitchen.fault !== ''}
    <p class="notice" role="status">
      {kitchen.fault !== '' && kitchen.connected
        ? kitchen.fault
        : 'Trencher does not answer; trying again. What is shown is the last it said; timers and alarms go on, and what you enter is kept.'}
      {#if kitchen.fault !== ''}
        <button onclick={() => kitchen.load()}>Try now</button>
      {/if}
    </p>
  {/if}
  <Soon>
    <Waiting />
    <Damaged />
  </Soon>
  <main class="flex-1 flex flex-col outline-none max-lg:pb-16" id="main" tabindex="-1">
    <Soon><Shades /></Soon>
    <Soon><Router /></Soon>
  </main>
  <Soon><AlarmBar /></Soon>
  {#if told.needed}
    {#await import('$lib/ui/Told.svelte') then { default: Told }}
      <Told />
    {:catch}
      <span></span>
    {/await}
  {/if}
  {#if reckons}
    {#await sheets.reckoner() then { default: Reckoner }}
      <Reckoner {roastId} onclose={() => (reckons = false)} />
    {:catch}
      <p class="notice" role="status">It cannot be fetched while Trencher does not answer.</p>
    {/await}
  {/if}
  {#if finds}
    {#await sheets.find() then { default: Find }}
      <Find
        {roastId}
        onclose={() => (finds = false)}
        onreckon={() => (reckons = true)}
        onkeys={() => (help = true)}
      />
    {:catch}
      <p class="notice" role="status">It cannot be fetched while Trencher does not answer.</p>
    {/await}
  {/if}
  {#if help}
    {#await sheets.keys() then { default: Keys }}
      <Keys onclose={() => (help = false)} />
    {:catch}
      <p class="notice" role="status">It cannot be fetched while Trencher does not answer.</p>
    {/await}
  {/if}
</div>
