<script lang="ts">
  // The tips in this joint: what each shows now, whether it is silent, and where it sits.
  import type { Outlook, Roast } from '$lib/api/client'
  import { isLost, PLACES, placeWords, showing } from '$lib/state/instruments'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { hour, temp, type Units } from '$lib/units'
  import { FLAGS } from './sentence'

  let {
    current,
    roast,
    outlook,
    units,
  }: { current: RoastState; roast: Roast; outlook: Outlook | null; units: Units } = $props()

  const shown = $derived(showing(roast, kitchen.instruments, kitchen.now))
  const free = $derived(
    kitchen.instruments
      .filter((i) => !isLost(i, kitchen.now))
      .flatMap((i) =>
        i.latest
          .filter(
            (v) =>
              v.unit === 'c' &&
              !roast.attached.some((a) => a.device === i.id && a.channel === v.channel),
          )
          .map((v) => ({ device: i.id, name: i.name, channel: v.channel, value: v.value })),
      ),
  )
  const flagOf = (device: string, channel: string): string =>
    outlook?.live.find((l) => l.device === device && l.channel === channel)?.flag ?? ''
  let moving = $state('')

  async function put(
    device: string,
    channel: string,
    place: 'core' | 'thin_end' | 'near_surface' | 'air' | null,
  ): Promise<void> {
    if (await current.attach({ device, channel, place })) {
      moving = ''
    }
  }
</script>

{#each shown as tip (tip.device + tip.channel)}
  {@const id = `${tip.device}/${tip.channel}`}
  <div
    class="border-t border-line py-1 data-lost:border-l-4 data-lost:border-l-accent data-lost:pl-2"
    data-lost={tip.lost || undefined}
  >
    <p>
      {#if tip.lost}
        <b>{tip.name} {tip.channel} has been silent since {hour(tip.at)}.</b>
        Look at its battery and lead. Until then the forecast goes on without it: type what you read.
      {:else}
        {tip.name}
        {tip.channel}
        {placeWords(tip.place)}{#if tip.place !== 'core' || flagOf(tip.device, tip.channel) !== ''}:
          <b>{temp(tip.value, units)}</b>{/if}{tip.low ? ', battery low' : ''}
      {/if}
      <button
        class="underline min-h-11 px-1"
        aria-expanded={moving === id}
        onclick={() => (moving = moving === id ? '' : id)}>moved</button
      >
    </p>
    {#if !tip.lost && flagOf(tip.device, tip.channel) !== ''}
      <p class="fault">Not believed. {FLAGS[flagOf(tip.device, tip.channel)]}</p>
    {/if}
    {#if moving === id}
      <div class="chips" role="group" aria-label="Where {tip.name} {tip.channel} sits now">
        {#each PLACES as [place, words] (place)}
          <button
            disabled={current.busy}
            aria-pressed={place === tip.place}
            onclick={() => put(tip.device, tip.channel, place as 'core')}>{words}</button
          >
        {/each}
        <button disabled={current.busy} onclick={() => put(tip.device, tip.channel, null)}>
          pulled out
        </button>
      </div>
    {/if}
  </div>
{/each}
{#each free as tip (tip.device + tip.channel)}
  <div class="border-t border-line py-1">
    <p>{tip.name} {tip.channel} shows {temp(tip.value, units)}. Where is it?</p>
    <div class="chips" role="group" aria-label="Where {tip.name} {tip.channel} sits">
      {#each PLACES as [place, words] (place)}
        <button
          disabled={current.busy}
          onclick={() => put(tip.device, tip.channel, place as 'core')}
        >
          {words}
        </button>
      {/each}
    </div>
  </div>
{/each}
