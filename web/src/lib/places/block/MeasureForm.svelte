<script lang="ts">
  // What is measured, wished and chosen of the joint on the block.
  import type { Forecast } from '$lib/api/client'
  import { go } from '$lib/router'
  import { newestGrams } from '$lib/state/instruments'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan, type Draft } from '$lib/state/plan.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import Slide from '$lib/ui/Slide.svelte'
  import { sentence, temp, weight } from '$lib/units'
  import { MEASURES, type Named, type Size } from './joint'
  import Nature from './Nature.svelte'
  import When from './When.svelte'

  let {
    id,
    draft,
    cut,
    size,
    forecast,
    locked,
    onoff,
  }: {
    id: string
    draft: Draft
    cut: Named
    size: Size
    forecast: Forecast | null
    /** It is in the oven: nothing is changed any more. */
    locked: boolean
    /** It is taken off the block. */
    onoff: () => void
  } = $props()

  const serve = $derived(new Date(draft.serve_at))
  const servings = $derived(forecast === null ? null : forecast.cooked_kg / 0.16)
  /** What a scale that is heard of shows, in grams, if it could be a joint and is not in yet. */
  const onScale = $derived.by(() => {
    const shown = newestGrams(kitchen.instruments)
    const taken = shown !== undefined && Math.abs(shown / 1000 - draft.joint.weight_kg) < 0.005
    return shown === undefined || shown < 100 || shown > 25_000 || taken ? undefined : shown
  })
</script>

<form class="grid gap-3 content-start" onsubmit={(e) => e.preventDefault()} inert={locked}>
  {#if locked}<p class="fault">It is in the oven: the plan is closed.</p>{/if}
  <When name={draft.name} {serve} />
  <QuantityField
    big
    label="On the scale"
    value={draft.joint.weight_kg}
    low={0.1}
    high={25}
    kind="weight"
    onvalue={(v) => plan.pull({ joint: { weight_kg: v } }, true)}
  />
  {#if onScale !== undefined}
    {@const kg = onScale / 1000}
    <button
      class="underline min-h-11 text-left"
      onclick={() => plan.pull({ joint: { weight_kg: kg } }, true)}
    >
      take {weight(kg, kitchen.units)} from the scale
    </button>
  {/if}
  {#if servings !== null && forecast !== null}
    <p class="border-b border-line pb-2">
      <b>{weight(forecast.cooked_kg, kitchen.units)} carved</b>, {Math.max(1, Math.floor(servings))} good
      helpings. The oven takes {Math.round(forecast.loss * 100)} %.
    </p>
  {/if}
  <div class="grid grid-cols-3 gap-2">
    {#each MEASURES as [name, key, low, high] (key)}
      <QuantityField
        label={name}
        note={forecast?.size.estimated.includes(key) ? 'estimated' : ''}
        value={size[key]}
        {low}
        {high}
        kind="length"
        onvalue={(v) => plan.pull({ joint: { [key]: v } }, true)}
      />
    {/each}
  </div>
  <Slide
    label="Wanted at its peak"
    value={draft.wanted_c}
    low={44}
    high={95}
    step={0.5}
    words={(c) => temp(c, kitchen.units)}
    onslide={(wanted_c, done) => plan.pull({ wanted_c }, done)}
  />
  {#each forecast?.cautions ?? [] as caution (caution.code)}
    <p class="fault">{sentence(caution.text, kitchen.units)}</p>
  {/each}
  <div class="grid grid-cols-2 gap-3 items-start">
    <QuantityField
      label="Core now"
      note="assumed"
      value={draft.joint.start_c}
      low={-25}
      high={45}
      kind="heat"
      onvalue={(v) => plan.pull({ joint: { start_c: v } }, true)}
    />
    <QuantityField
      label="Rest"
      value={draft.rest_min}
      low={0}
      high={240}
      kind="time"
      onvalue={(v) => plan.pull({ rest_min: v }, true)}
    />
  </div>
  <label>
    <span class="label-text">Oven</span>
    <select
      class="field"
      value={draft.oven_id}
      onchange={(e) => plan.pull({ oven_id: e.currentTarget.value }, true)}
    >
      {#each kitchen.ovens as oven (oven.id)}
        <option value={oven.id}>{oven.name}</option>
      {/each}
    </select>
  </label>
  <Nature {cut} joint={draft.joint} />
  <div class="flex gap-2">
    <button type="button" class="act flex-1" onclick={() => go('ways', id)}>
      See the ways <span class="key" aria-hidden="true">w</span>
    </button>
    <button
      type="button"
      class="act plain"
      disabled={plan.undoable === 0}
      onclick={() => plan.undo()}>Undo</button
    >
  </div>
  <button type="button" class="underline min-h-11 text-left" onclick={onoff}
    >Take it off the block</button
  >
</form>
