<script lang="ts">
  // Instruments: what has been heard of, and how any probe or scale can be heard.
  import { http, want, type Instruments } from '$lib/api/client'
  import { isLost } from '$lib/state/instruments'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { hour, temp, weight } from '$lib/units'

  let all = $state.raw<Instruments | null>(null)
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

<section class="pt-4 pb-8 px-7 grid gap-3 max-w-248 content-start max-lg:p-3">
  <h1 class="shout text-3xl">Instruments</h1>
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
      <li class="flex justify-between items-center gap-4 flex-wrap border-t border-line py-2">
        <div>
          {#if naming === one.id}
            <form class="flex gap-2" onsubmit={(e) => rename(e, one.id)}>
              <label class="sr-only" for="name">Name of {one.id}</label>
              <input id="name" class="field" bind:value={name} maxlength="60" />
              <button class="act">Keep</button>
            </form>
          {:else}
            <b>{one.name}</b>
            <button
              class="underline min-h-11 px-1"
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
            <span class="text-xl ml-5 tabular-nums">
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

  <h2 class="text-xl font-bold mt-3">How to be heard</h2>
  <p>
    Anything that can send a web request can be an instrument. It sends its numbers to the address
    below, with this kitchen’s key:
  </p>
  <p>
    <code
      class="font-mono bg-paper-deep py-2 px-3 overflow-auto whitespace-pre-wrap wrap-anywhere text-xl"
      >{all?.key ?? '…'}</code
    >
    <button
      class="underline min-h-11 px-1"
      onclick={() => ask(want(http.POST('/instruments/key')))}
    >
      a new key (the old one is void)
    </button>
  </p>
  <pre
    class="font-mono bg-paper-deep py-2 px-3 overflow-auto whitespace-pre-wrap wrap-anywhere">{example}</pre>
  <p class="quiet">
    Units are C, F, g, kg, oz or lb. “every_s” is how often it means to be heard: silent for more
    than twice as long, it is said to be lost. “battery” from 0 to 1 if it knows. “at” or “age_s”
    for numbers that are handed over late; the same number is kept once. At most 500 numbers a push
    and 40 pushes in ten seconds. A logger’s file goes in as CSV at the fire’s log
    (docs/formats.md).
  </p>
  <h2 class="text-xl font-bold mt-3">One that ships with Trencher</h2>
  <pre
    class="font-mono bg-paper-deep py-2 px-3 overflow-auto whitespace-pre-wrap wrap-anywhere">trencher probe ROAST --key {all?.key ??
      '…'} --url {location.origin}
trencher scale 1900 --key {all?.key ?? '…'} --url {location.origin}</pre>
  <p class="quiet">
    A pretend thermometer of two channels and a pretend scale, to try it all without meat;
    “--trouble fat” and the like make them misbehave.
  </p>
</section>
