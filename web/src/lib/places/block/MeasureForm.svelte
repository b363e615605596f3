<script lang="ts">
  // What is measured, wished and chosen of the joint on the block.
  import type { Forecast } from '$lib/api/client'
  import { newestGrams } from '$lib/state/instruments'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan, type Draft } from '$lib/state/plan.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import Slide from '$lib/ui/Slide.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import { sentence, temp, weight } from '$lib/units'
  import { MEASURES, type Named, type Size } from './joint'
  import Fold from '$lib/ui/Fold.svelte'
  import Called from './Called.svelte'
  import { natureSays } from './folds'
  import Nature from './Nature.svelte'
  import When from './When.svelte'

  let {
    draft,
    cut,
    size,
    forecast,
    locked,
    onoff,
  }: {
    draft: Draft
    cut: Named
    size: Size
    forecast: Forecast | null
    /** It is in the oven: nothing is changed any more. */
    locked: boolean
    /** It is taken off the block. */
    onoff: () => void
  } = $props()

  const is = (name: Draft['assumed'][number]): boolean => draft.assumed.includes(name)
  const serve = $derived(new Date(draft.serve_at))
  const servings = $derived(Math.max(1, Math.floor((forecast?.cooked_kg ?? 0) / 0.16)))
  /** Nothing is worked out yet: what it will say has its place. */
  const waiting = $derived(plan.ways.length === 0 && plan.fault === '')
  /** What a scale that is heard of shows, in grams, if it could be a joint and is not in yet. */
  const onScale = $derived.by(() => {
    const shown = newestGrams(kitchen.instruments)
    const taken = shown !== undefined && Math.abs(shown / 1000 - draft.joint.weight_kg) < 0.005
    return shown === undefined || shown < 100 || shown > 25_000 || taken ? undefined : shown
  })
</script>

<form class="grid gap-3 content-start" onsubmit={(e) => e.preventDefault()} inert={locked}>
  {#if locked}<p class="fault">It is in the oven: the plan is closed.</p>{/if}
  <QuantityField
    big
    label="On the scale"
    value={draft.joint.weight_kg}
    low={0.1}
    high={25}
    kind="weight"
    assumed={is('weight_kg')}
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
  {#if forecast !== null || waiting}
    <p class="border-b border-line pb-2 min-h-8.5">
      {#if forecast !== null}
        <b>{weight(forecast.cooked_kg, kitchen.units)} carved</b>, {servings} good helpings. The oven
        takes
        {Math.round(forecast.loss * 100)} %.
      {/if}
    </p>
  {/if}
  <Soon>
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
  </Soon>
  <Soon>
    <Slide
      label="Wanted at its peak"
      value={draft.wanted_c}
      low={44}
      high={95}
      step={0.5}
      words={(c) => temp(c, kitchen.units)}
      onslide={(wanted_c, done) => plan.pull({ wanted_c }, done)}
    />
  </Soon>
  <Soon>
    {#if is('wanted_c')}
      <p class="text-sm font-semibold text-ember">
        as this cut is usually liked, assumed
        <button
          type="button"
          class="undo min-h-11 ml-2"
          onclick={() => plan.pull({ wanted_c: draft.wanted_c }, true)}
          >It is so<span class="sr-only">: wanted at its peak</span></button
        >
      </p>
    {/if}
    {#each forecast?.cautions ?? [] as caution (caution.code)}
      <p class="fault">{sentence(caution.text, kitchen.units)}</p>
    {/each}
    <When {serve} assumed={is('serve_at')} />
  </Soon>
  <Soon>
    <div class="grid grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)] gap-3 items-start">
      <QuantityField
        label="Core now"
        assumed={is('start_c')}
        value={draft.joint.start_c}
        low={-25}
        high={45}
        kind="heat"
        onvalue={(v) => plan.pull({ joint: { start_c: v } }, true)}
      />
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
    </div>
  </Soon>
  <Soon>
    <Fold
      title="More of it"
      says={natureSays(draft.joint, cut.fat_mm, draft.rest_min, kitchen.units)}
    >
      <Called name={draft.name} />
      <QuantityField
        label="Rest"
        value={draft.rest_min}
        low={0}
        high={240}
        kind="time"
        assumed={is('rest_min')}
        onvalue={(v) => plan.pull({ rest_min: v }, true)}
      />
      <Nature {cut} joint={draft.joint} />
    </Fold>
    <div class="flex gap-4">
      <button type="button" class="undo" disabled={plan.undoable === 0} onclick={() => plan.undo()}
        >Undo</button
      >
      <button type="button" class="undo" onclick={onoff}>Take it off the block</button>
    </div>
  </Soon>
</form>
