<script lang="ts">
  import { Router } from 'sv-router'
  import { PLACES, address, go, route, where } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Clock from '$lib/ui/Clock.svelte'
  import Reckoner from '$lib/places/reckoner/Reckoner.svelte'
  import AlarmBar from '$lib/ui/AlarmBar.svelte'
  import { ask } from '$lib/ui/ask'
  import Damaged from '$lib/ui/Damaged.svelte'
  import Find from '$lib/ui/Find.svelte'
  import Keys from '$lib/ui/Keys.svelte'
  import Waiting from '$lib/ui/Waiting.svelte'

  /** Places that are not about one roast. */
  const HOMELESS = ['book', 'day']

  let help = $state(false)
  let reckons = $state(false)
  let finds = $state(false)

  const here = $derived(where(route.pathname))
  const roastId = $derived((here.place === 'day' ? undefined : here.id) ?? kitchen.likely?.id)
  const night = $derived(here.place === 'fire')
  const title = $derived(PLACES.find((x) => x.id === here.place)?.name)

  $effect(() => kitchen.start())
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
    if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || !kitchen.keys) return
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
    } else if (event.key === 'Escape') {
      help = false
      reckons = false
      finds = false
    }
  }
</script>

<svelte:window onkeydown={key} />

<div class="frame" class:iron={night}>
  <a class="skip" href="#main">To the picture</a>
  <header>
    <a class="wordmark" href="/" aria-label="Trencher, start">Trencher</a>
    <nav aria-label="Places">
      {#each PLACES as place (place.id)}
        <a
          href={address(place.id, HOMELESS.includes(place.id) ? undefined : roastId)}
          aria-current={here.place === place.id ? 'page' : undefined}
        >
          {place.name}<span class="key" aria-hidden="true">{place.key}</span>
        </a>
      {/each}
    </nav>
    <div class="tools">
      <Clock />
      <button class="tool" aria-expanded={finds} onclick={() => (finds = !finds)}>
        Find <span class="key" aria-hidden="true">/</span>
      </button>
      <button class="tool" aria-expanded={reckons} onclick={() => (reckons = !reckons)}>
        Reckon <span class="key" aria-hidden="true">r</span>
      </button>
      <button class="tool" onclick={() => kitchen.toggleUnits()} aria-label="Change units">
        {kitchen.units === 'C' ? '°C kg' : '°F lb'}
      </button>
      <button class="tool" onclick={() => (help = !help)} aria-label="Keys and settings">?</button>
    </div>
  </header>
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
  <Waiting />
  <Damaged />
  <main id="main" tabindex="-1">
    <Router />
  </main>
  <p class="sr-only" role="status" aria-live="polite">{kitchen.said}</p>
  {#if reckons}<Reckoner {roastId} onclose={() => (reckons = false)} />{/if}
  <AlarmBar />
  {#if finds}
    <Find
      {roastId}
      onclose={() => (finds = false)}
      onreckon={() => (reckons = true)}
      onkeys={() => (help = true)}
    />
  {/if}
  {#if help}<Keys onclose={() => (help = false)} />{/if}
</div>

<style>
  .frame {
    min-height: 100dvh;
    background: var(--paper);
    color: var(--ink);
    display: flex;
    flex-direction: column;
  }
  header {
    display: flex;
    align-items: stretch;
    gap: 1.5rem;
    padding: 0 1.75rem;
    border-bottom: 1px solid var(--line);
  }
  .wordmark {
    font-family: var(--typo-heading--font-family);
    font-weight: 800;
    font-size: 1.15rem;
    display: flex;
    align-items: center;
    letter-spacing: -0.02em;
  }
  nav {
    display: flex;
    flex: 1;
    gap: 0.25rem;
  }
  nav a {
    display: flex;
    align-items: center;
    gap: 0.45rem;
    min-height: 52px;
    padding: 0 0.85rem;
    color: var(--ink-soft);
    border-bottom: 4px solid transparent;
    border-top: 4px solid transparent;
  }
  nav a[aria-current] {
    color: var(--ink);
    font-weight: 700;
    border-bottom-color: var(--accent);
  }
  nav a:hover {
    color: var(--ink);
  }
  .tools {
    display: flex;
    align-items: center;
    gap: 0.5rem;
  }
  .tool {
    min-height: 44px;
    min-width: 44px;
    padding: 0 0.6rem;
    border-radius: 4px;
    font-weight: 600;
  }
  .tool:hover {
    background: var(--paper-deep);
  }
  main {
    flex: 1;
    display: flex;
    flex-direction: column;
    outline: none;
  }
  .skip {
    position: absolute;
    left: -100vw;
  }
  .skip:focus {
    left: 1rem;
    top: 0.5rem;
    background: var(--ink);
    color: var(--paper);
    padding: 0.5rem 1rem;
    z-index: 20;
  }
  @media (max-width: 860px) {
    header {
      flex-wrap: wrap;
      gap: 0 0.5rem;
      padding: 0 0.75rem;
    }
    .wordmark {
      flex: 1;
      min-height: 48px;
    }
    .tools {
      gap: 0;
    }
    .tool {
      padding: 0 0.4rem;
    }
    nav {
      order: 3;
      position: fixed;
      inset: auto 0 0 0;
      background: var(--paper);
      border-top: 1px solid var(--line);
      z-index: 10;
      justify-content: space-around;
    }
    nav a {
      padding: 0 0.5rem;
    }
    .key {
      display: none;
    }
    main {
      padding-bottom: 70px;
    }
  }
  @media (max-width: 440px) {
    /* The places stand below; the hour and the tools need the line. */
    .wordmark {
      display: none;
    }
    .tools {
      flex: 1;
      justify-content: space-between;
    }
  }
  @media print {
    .frame {
      min-height: 0;
    }
    main {
      padding-bottom: 0;
    }
    header {
      display: none;
    }
  }
</style>
