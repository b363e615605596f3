<script lang="ts">
  // What the cook has: hands, rings, shelves, quiet hours, and what can be lifted.
  import Fold from '$lib/ui/Fold.svelte'
  import type { Day, DayChange } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { weight } from '$lib/units'
  import QuietAndGravy from './QuietAndGravy.svelte'
  import { listed } from '$lib/ui/table'
  import { stoveSays } from './shape'

  let { day, onchange }: { day: Day; onchange: (part: DayChange) => void } = $props()

  const helpers = $derived(day.helpers.join(', '))
  const lift = $derived(day.limits.lift_kg ?? null)

  function named(text: string): void {
    const names = listed(text)
    if (names.join() !== day.helpers.join()) onchange({ helpers: names.slice(0, 11) })
  }
</script>

<Fold heading asks="stove-fold" title="At the stove" says={stoveSays(day)}>
  <div class="grid grid-cols-[repeat(auto-fit,minmax(120px,1fr))] gap-3 items-end">
    <QuantityField
      label="Pairs of hands"
      value={day.hands}
      low={1}
      high={12}
      onvalue={(hands) => hands !== day.hands && onchange({ hands: Math.round(hands) })}
    />
    <QuantityField
      label="Rings of the hob"
      value={day.rings}
      low={0}
      high={12}
      onvalue={(rings) => rings !== day.rings && onchange({ rings: Math.round(rings) })}
    />
    <QuantityField
      label="Tins and trays in all"
      value={day.tins ?? 0}
      low={0}
      high={40}
      onvalue={(tins) => tins !== (day.tins ?? 0) && onchange({ tins: Math.round(tins) })}
    />
    <QuantityField
      label="Fridge shelves free"
      value={day.shelves}
      low={1}
      high={8}
      onvalue={(shelves) => shelves !== day.shelves && onchange({ shelves: Math.round(shelves) })}
    />
    <label class="col-span-full">
      <span class="label-text">Who could help (names, with commas)</span>
      <input
        class="field"
        value={helpers}
        autocomplete="off"
        onchange={(e) => named(e.currentTarget.value)}
      />
    </label>
  </div>
  <Fold asks="can-do">
    {#snippet title()}What the cook can do: {lift === null
        ? 'any lift'
        : `lifts up to ${weight(lift, kitchen.units)}`}{day.limits.one_hand ? ', one hand' : ''}{day
        .limits.weak_grip
        ? ', a weak grip'
        : ''}{/snippet}

    <div class="grid grid-cols-[repeat(auto-fit,minmax(120px,1fr))] gap-3 items-end">
      <QuantityField
        label="Heaviest lift (0 for any)"
        value={lift ?? 0}
        low={0}
        high={50}
        step={0.5}
        kind="weight"
        onvalue={(v) =>
          onchange({
            limits: {
              ...day.limits,
              lift_kg: v < 0.5 ? null : v,
            },
          })}
      />
      <label class="tick">
        <input
          type="checkbox"
          checked={day.limits.one_hand}
          onchange={(e) =>
            onchange({ limits: { ...day.limits, one_hand: e.currentTarget.checked } })}
        />One good hand
      </label>
      <label class="tick">
        <input
          type="checkbox"
          checked={day.limits.weak_grip}
          onchange={(e) =>
            onchange({ limits: { ...day.limits, weak_grip: e.currentTarget.checked } })}
        />A weak grip
      </label>
    </div>
    <p class="quiet">Steps are rewritten for it: split, reordered, or given to who helps.</p>
  </Fold>
  <QuietAndGravy {day} {onchange} />
</Fold>
