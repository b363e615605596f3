<script lang="ts">
  // Other offers beside this one: what a plate of each costs.
  import type { Buying, Roast } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import DateField from '$lib/ui/DateField.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'

  type Offer = Roast['buy']['offers'][number]
  let {
    found,
    offers,
    price,
    onchange,
  }: {
    found: Buying
    offers: Offer[]
    /** Of the joint itself, in all. */
    price: number | null
    onchange: (offers: Offer[]) => void
  } = $props()

  const MOST = 4
  const cuts = $derived(kitchen.catalogue?.cuts ?? [])
  const now = (): Offer[] => $state.snapshot(offers)

  function setOffer(index: number, part: Partial<Offer>): void {
    onchange(now().map((o, i) => (i === index ? { ...o, ...part } : o)))
  }

  function offer(): void {
    const joint = plan.draft?.joint
    if (joint === undefined) return
    const { cut, weight_kg } = joint
    onchange([...now(), { name: 'The other', cut, weight_kg, price: price ?? 0 } as Offer])
  }
</script>

{#if offers.length > 0 || price !== null}
  <h3 class="font-bold">Offers as meals</h3>
  {#each offers as one, i (i)}
    <div class="grid grid-cols-[repeat(auto-fit,minmax(120px,1fr))] gap-3 w-full items-end">
      <label>
        <span class="label-text">Called</span>
        <input
          class="field"
          value={one.name}
          maxlength="60"
          autocomplete="off"
          onchange={(e) => setOffer(i, { name: e.currentTarget.value.trim() || 'The other' })}
        />
      </label>
      <label>
        <span class="label-text">Cut</span>
        <select
          class="field"
          value={one.cut}
          onchange={(e) => setOffer(i, { cut: e.currentTarget.value })}
        >
          {#each cuts as cut (cut.id)}<option value={cut.id}>{cut.name}</option>{/each}
        </select>
      </label>
      <QuantityField
        label="Weight"
        value={one.weight_kg}
        low={0.1}
        high={25}
        kind="weight"
        onvalue={(v) => setOffer(i, { weight_kg: v })}
      />
      <QuantityField
        label="Price"
        value={one.price}
        low={0}
        high={100000}
        step={0.01}
        onvalue={(v) => setOffer(i, { price: v })}
      />
      <QuantityField
        label="Price before"
        value={one.was_price ?? 0}
        low={0}
        high={100000}
        step={0.01}
        onvalue={(v) => setOffer(i, { was_price: v === 0 ? null : v })}
      />
      <DateField
        label="Use by"
        value={one.use_by ?? ''}
        onpick={(date) => setOffer(i, { use_by: date === '' ? null : date })}
      />
      <button class="undo" onclick={() => onchange(now().filter((_, k) => k !== i))}>
        Not this one
      </button>
    </div>
  {/each}
  {#if found.meals.length > 0}
    <table class="ruled">
      <thead>
        <tr><th>Offer</th><th>Tonight</th><th>Later</th><th>A plate costs</th></tr>
      </thead>
      <tbody>
        {#each found.meals as meal, n (n)}
          <tr>
            <td
              >{meal.name}{meal.reduced === null
                ? ''
                : `, reduced by ${Math.round(meal.reduced * 100)} %`}</td
            >
            <td>{meal.tonight} plates{meal.short > 0 ? `, ${meal.short} missing` : ''}</td>
            <td>{meal.later} within the dates{meal.lost > 0 ? `, ${meal.lost} too many` : ''}</td>
            <td>{meal.per_plate === null ? '–' : meal.per_plate.toFixed(2)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if found.better !== ''}<p class="font-semibold">{found.better}</p>{/if}
{/if}
{#if offers.length < MOST}
  <button class="undo" data-ask="offers" onclick={offer}>Compare with another offer</button>
{/if}
