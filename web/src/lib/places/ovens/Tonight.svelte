<script lang="ts">
  // The joint on the block, tried in each oven.
  import type { Roast, WhichOven } from '$lib/api/client'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { carveAt, hour, later, sentence, temp, type Units } from '$lib/units'

  let {
    roast,
    which,
    untried,
    method,
    units,
  }: {
    roast: Roast | null
    which: WhichOven | null
    /** Why nothing could be tried; "" else. */
    untried: string
    method: string
    units: Units
  } = $props()

  /** How high the answer will be about: its head, and one oven. */
  const [HEAD_REM, OVEN_REM] = [9, 10]
  const draft = $derived(plan.draft)
  const serve = $derived(draft === null ? null : carveAt(draft))
  const locked = $derived(roast !== null && roast.status !== 'planning')
</script>

<!-- Its place is held until the ovens were tried: nothing below it moves. -->
<section
  class="flex flex-col gap-2"
  aria-labelledby="tonight"
  style:min-height={kitchen.ahead.length > 0 && which === null && untried === ''
    ? `${HEAD_REM + kitchen.ovens.length * OVEN_REM}rem`
    : undefined}
>
  <h2 class="text-xl" id="tonight">Tonight</h2>
  {#if roast === null || draft === null || locked}
    <p class="quiet">Lay a joint on the block, and it is tried in each oven.</p>
    <a class="act" href="/begin">Lay a joint</a>
  {:else if which === null && untried !== ''}
    <p class="fault" role="alert">{untried}</p>
  {:else if which === null}
    <p class="quiet">Trying {draft.name} in each oven…</p>
  {:else}
    <p class="font-heading font-bold text-lg leading-tight">
      {sentence(which.advice, units)}
    </p>
    <p class="quiet">{draft.name}: {method}</p>
    {#each which.ovens as o (o.oven_id)}
      {@const f = o.forecast}
      <div
        class="border-t border-line pl-4 leading-snug grid justify-items-start gap-0.5 py-2 data-on:shadow-[inset_5px_0_0_var(--accent)] data-on:bg-[linear-gradient(90deg,var(--paper-deep),transparent)]"
        data-on={o.oven_id === draft.oven_id || undefined}
        data-oven={o.oven_id}
      >
        <h3 class="text-base font-bold">{o.name}</h3>
        {#if f !== null && serve !== null}
          <p>
            In by <b>{hour(later(serve, -f.end_min))}</b>, ends at
            <b>{temp(f.peak_c.value, units)}</b>, {Math.round((f.even_fraction ?? 0) * 100)} % as wanted;
            take-out ±{Math.round(((f.pull_min.high ?? 0) - (f.pull_min.low ?? 0)) / 2)} min.
          </p>
        {:else if o.reason !== ''}
          <p class="wrong">{sentence(o.reason, units)}</p>
        {/if}
        {#each o.words as words (words)}
          <p class:wrong={!o.fits && words.startsWith('It does not')}>
            {sentence(words, units)}
          </p>
        {/each}
        {#each (f?.notes ?? []).filter((n) => n.code === 'oven_limit') as note (note.text)}
          <p class="border-l-3 border-accent pl-2">{sentence(note.text, units)}</p>
        {/each}
        {#if o.oven_id !== draft.oven_id}
          <button class="act plain" onclick={() => plan.pull({ oven_id: o.oven_id }, true)}
            >Roast it here<span class="sr-only">: {o.name}</span></button
          >
        {:else}
          <p class="quiet">It is planned here.</p>
        {/if}
      </div>
    {/each}
    <button class="undo self-start" onclick={() => go('ways', roast.id)}>to the ways</button>
  {/if}
</section>
