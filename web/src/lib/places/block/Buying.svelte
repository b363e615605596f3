<script lang="ts">
  // How much to buy: where the raw weight goes, what it feeds, what the fat does, and two offers as
  // meals.
  import Fold from '$lib/ui/Fold.svelte'
  import { http, want, type Buying, type Roast } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { dateOf, weight } from '$lib/units'
  import FatCover from './FatCover.svelte'
  import LabelSays from './LabelSays.svelte'
  import Offers from './Offers.svelte'
  import Yields from './Yields.svelte'

  let { roast, onfound }: { roast: Roast; onfound: (found: Buying) => void } = $props()
  const planning = $derived(roast.status === 'planning')

  let people = $state(8)
  let peopleTold = $state(false)
  let found = $state.raw<Buying | null>(null)
  let fault = $state('')
  let turn = 0

  const kg = (value: number): string => weight(value, kitchen.units)
  type Buy = Roast['buy']
  const NOTHING: Buy = { leftover_plates: 0, label: '', offers: [] }
  const buy = $derived<Buy>(plan.draft?.buy ?? NOTHING)
  const over = $derived(buy.leftover_plates)
  const price = $derived(buy.price ?? null)
  const offers = $derived(buy.offers)
  const date = $derived(dateOf(new Date(plan.draft?.serve_at ?? 0)))

  function set(part: Partial<Buy>): void {
    plan.pull({ buy: { ...($state.snapshot(buy) as Buy), ...part } }, true)
  }

  // The table of the day says how many, until somebody types another number here.
  $effect(() => {
    const serve = plan.draft?.serve_at
    if (serve === undefined || peopleTold) return
    const on = date
    void want(http.GET('/days')).then(
      (days) => {
        if (!peopleTold) people = days.people[on] ?? people
      },
      () => undefined,
    )
  })

  $effect(() => {
    const wish = plan.wish(true)
    if (wish === null || plan.stale) return
    const mine = ++turn
    const body = {
      ...wish,
      people,
      roast_id: roast.id,
      leftover_plates: over,
      price,
      offers: $state.snapshot(offers),
      table_on: date,
      bone_kg: buy.bone_kg,
      trim_kg: buy.trim_kg,
      care: plan.draft?.care ?? undefined,
    }
    void want(http.POST('/buying', { body: body as never })).then(
      (answer) => {
        if (mine !== turn) return
        found = answer
        fault = ''
        onfound(answer)
      },
      (error: unknown) => {
        if (mine === turn) fault = (error as Error).message
      },
    )
  })

  const WEIGHED = [
    ['Bone', 'bone_kg', 'bone_kg'],
    ['Trim and hidden fat', 'trim_kg', 'trim_kg'],
  ] as const

  /** A joint of another weight: its measures are not known any more. */
  function lay(buy_kg: number): void {
    const weight_kg = Math.round(buy_kg * 20) / 20
    plan.pull({ joint: { weight_kg, thickness_mm: null, width_mm: null, length_mm: null } }, true)
  }
</script>

<section class="grid gap-2 justify-items-start" aria-labelledby="buy-head">
  <h3 class="text-lg font-bold" id="buy-head">How much to buy</h3>
  <div class="grid grid-cols-[repeat(auto-fit,minmax(120px,1fr))] gap-3 w-full items-end">
    <QuantityField
      label="Who eats of it"
      value={people}
      low={1}
      high={200}
      unit="people"
      onvalue={(v) => {
        peopleTold = true
        people = Math.round(v)
      }}
    />
    <QuantityField
      label="Plates left over, wished"
      value={over}
      low={0}
      high={200}
      unit="plates"
      onvalue={(v) => v !== over && set({ leftover_plates: Math.round(v) })}
    />
    <QuantityField
      label="Its price, in all"
      value={price ?? 0}
      low={0}
      high={100000}
      step={0.01}
      onvalue={(v) => v !== (price ?? 0) && set({ price: v === 0 ? null : v })}
    />
  </div>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {#if found !== null}
    <Yields {found} />
    {#each found.learned as said (said)}<p data-say="learned">{said}</p>{/each}
    {#if found.others.length > 0}
      <p>
        The same people eat of
        {#each found.others as other, n (other.name)}{n > 0 ? ' and of ' : ''}{other.name}, {kg(
            other.cooked_kg,
          )} on plates{/each}: what follows is what that leaves.
      </p>
    {/if}
    <p class="font-semibold">
      {#if Math.abs(found.buy_kg - found.yields.raw_kg) < 0.05 * found.yields.raw_kg}
        It is as heavy as it should be.
      {:else}
        For these people {over > 0 ? `and ${over} plates more ` : ''}ask for
        <b>{kg(found.buy_kg)}</b>{found.buy_ribs === null
          ? ''
          : `, ${found.buy_ribs} ribs`}{price === null
          ? ''
          : `: about ${((price / found.yields.raw_kg) * found.buy_kg).toFixed(2)} at this price`}.
        {#if planning}
          <button class="undo" onclick={() => lay(found?.buy_kg ?? 0)}>
            Lay that much on the block
          </button>
        {/if}
      {/if}
      {#if found.over_plates >= 1}
        As it is, about {Math.floor(found.over_plates)} cold plates are left over; they keep {found.keep_days}
        days.
      {:else if found.over_plates <= -1}
        As it is, {Math.ceil(-found.over_plates)} plates are missing.
      {/if}
    </p>
    <Fold title="Bone and trim, once they are weighed">
      <div class="grid grid-cols-[repeat(auto-fit,minmax(120px,1fr))] gap-3 w-full items-end">
        {#each WEIGHED as [label, key, usual] (key)}
          <QuantityField
            {label}
            note={buy[key] === null || buy[key] === undefined ? 'usual' : 'weighed'}
            kind="weight"
            step={0.01}
            value={buy[key] ?? found.yields[usual]}
            low={0}
            high={20}
            onvalue={(v) => set({ [key]: v })}
          />
        {/each}
        {#if buy.bone_kg != null || buy.trim_kg != null}
          <button class="undo" onclick={() => set({ bone_kg: null, trim_kg: null })}>
            As usual for this cut
          </button>
        {/if}
      </div>
    </Fold>
    {#if found.fat.length > 0}<FatCover ways={found.fat} />{/if}
    <Offers {found} {offers} {price} onchange={(offers) => set({ offers })} />
    <LabelSays {buy} weight_kg={plan.draft?.joint.weight_kg ?? 0} onset={set} />
  {:else}
    <p class="quiet">Weighing…</p>
  {/if}
</section>
