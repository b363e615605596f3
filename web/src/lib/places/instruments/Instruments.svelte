<script lang="ts">
  // Instruments: what has been heard of, and how any probe or scale can be heard.
  import { http, want, type Instruments } from '$lib/api/client'
  import { isLost } from '$lib/state/instruments'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { hour, temp, weight } from '$lib/units'

  let all = $state<Instruments | null>(null)
  let fault = $state('')
  let naming = $state('')
  let name = $state('')
  const shown = $derived(
    kitchen.instruments.length > 0 ? kitchen.instruments : (all?.instruments ?? []),
  )
  const address = `${location.origin}/api/instruments/push`
  const example = $derived(
    `curl ${address} \\\n  -H 'content-type: application/json' -H 'x-trencher-key: ${all?.key ?? '…'}' \\\n  -d '{"device": "my-probe", "every_s": 5, "readings": [{"channel": "1", "value": 38.4, "unit": "C"}]}'`,
  )

  async function ask(asked: Promise<Instruments>): Promise<void> {
    try {
      all = await asked
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }
  void ask(want(http.GET('/instruments')))

  async function rename(event: SubmitEvent, device: string): Promise<void> {
    event.preventDefault()
    await ask(
      want(
        http.PUT('/instruments/{device}/name', { params: { path: { device } }, body: { name } }),
      ),
    )
    if (fault === '') naming = ''
  }
</script>

<section class="page">
  <h1 class="shout">Instruments</h1>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {#if shown.length === 0}
    <p>
      None has been heard of yet. A probe or a scale shows up here with its first number; nothing
      needs to be installed for it.
    </p>
  {/if}
  <ul>
    {#each shown as one (one.id)}
      {@const silent = isLost(one, kitchen.now)}
      <li>
        <div>
          {#if naming === one.id}
            <form onsubmit={(e) => rename(e, one.id)}>
              <label class="sr-only" for="name">Name of {one.id}</label>
              <input id="name" class="field" bind:value={name} maxlength="60" />
              <button class="act">Keep</button>
            </form>
          {:else}
            <b>{one.name}</b>
            <button
              class="link"
              aria-label="Rename {one.name}"
              onclick={() => {
                naming = one.id
                name = one.name
              }}>rename</button
            >
          {/if}
          <p class="quiet">
            {silent ? `silent since ${hour(new Date(one.last_at))}` : 'is heard'}
            {one.battery === null ? '' : `, battery ${Math.round(one.battery * 100)} %`}
            {one.low ? '(low)' : ''}
          </p>
        </div>
        <p>
          {#each one.latest as v (v.channel)}
            <span class="value">
              {v.channel}:
              <b
                >{v.unit === 'c'
                  ? temp(v.value, kitchen.units)
                  : weight(v.value / 1000, kitchen.units)}</b
              >
            </span>
          {/each}
        </p>
      </li>
    {/each}
  </ul>
  <p>Where a tip sits is said at the <a href="/fire">fire</a>, beside the joint it is in.</p>

  <h2>How to be heard</h2>
  <p>
    Anything that can send a web request can be an instrument. It sends its numbers to the address
    below, with this kitchen’s key:
  </p>
  <p class="key-line">
    <code>{all?.key ?? '…'}</code>
    <button class="link" onclick={() => ask(want(http.POST('/instruments/key')))}>
      a new key (the old one is void)
    </button>
  </p>
  <pre>{example}</pre>
  <p class="quiet">
    Units are C, F, g, kg, oz or lb. “every_s” is how often it means to be heard: silent for more
    than twice as long, it is said to be lost. “battery” from 0 to 1 if it knows. “at” or “age_s”
    for numbers that are handed over late; the same number is kept once. At most 500 numbers a push
    and 40 pushes in ten seconds. A logger’s file goes in as CSV at the fire’s log
    (docs/formats.md).
  </p>
  <h2>One that ships with Trencher</h2>
  <pre>trencher probe ROAST --key {all?.key ?? '…'} --url {location.origin}
trencher scale 1900 --key {all?.key ?? '…'} --url {location.origin}</pre>
  <p class="quiet">
    A pretend thermometer of two channels and a pretend scale, to try it all without meat;
    “--trouble fat” and the like make them misbehave.
  </p>
</section>

<style>
  .page {
    padding: 1rem 1.75rem 2rem;
    display: grid;
    gap: 0.7rem;
    max-width: 62rem;
    align-content: start;
  }
  h1 {
    font-size: 2.6rem;
  }
  h2 {
    font-size: 1.3rem;
    font-weight: 700;
    margin-top: 0.8rem;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 1rem;
    flex-wrap: wrap;
    border-top: 1px solid var(--line);
    padding: 0.5rem 0;
  }
  .value {
    font-size: 1.4rem;
    margin-left: 1.2rem;
    font-variant-numeric: tabular-nums;
  }
  pre,
  code {
    font-family: ui-monospace, monospace;
    background: var(--paper-deep, var(--line));
    padding: 0.5rem 0.7rem;
    overflow: auto;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
  code {
    font-size: 1.4rem;
  }
  form {
    display: flex;
    gap: 0.5rem;
  }
  .link {
    text-decoration: underline;
    min-height: 44px;
    padding: 0 0.3rem;
  }
  @media (max-width: 860px) {
    .page {
      padding: 0.75rem;
    }
  }
</style>
