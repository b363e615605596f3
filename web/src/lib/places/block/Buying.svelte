<script lang="ts">
  // How much to buy: where the raw weight goes, what it feeds, what the fat does, and two offers as
  // meals.
  import { http, want, type Buying, type Roast } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import NumberField from '$lib/ui/NumberField.svelte'
  import { LB, duration, weight } from '$lib/units'
  import { parts } from './buy'

  let { roast, onfound }: { roast: Roast; onfound: (found: Buying) => void } = $props()
  const planning = $derived(roast.status === 'planning')

  let people = $state(8)
  let peopleTold = $state(false)
  let found = $state<Buying | null>(null)
  let fault = $state('')
  let turn = 0

  const metric = $derived(kitchen.units === 'C')
  const kg = (value: number): string => weight(value, kitchen.units)
  const cuts = $derived(kitchen.catalogue?.cuts ?? [])
  type Buy = Roast['buy']
  type Offer = Buy['offers'][number]
  const NOTHING: Buy = { leftover_plates: 0, label: '', offers: [] }
  const buy = $derived<Buy>(plan.draft?.buy ?? NOTHING)
  const over = $derived(buy.leftover_plates)
  const price = $derived(buy.price ?? null)
  const offers = $derived(buy.offers)
  const date = $derived(localDate(new Date(plan.draft?.serve_at ?? 0)))
  const lighter = $derived((buy.label_kg ?? 0) - (plan.draft?.joint.weight_kg ?? 0))

  function localDate(day: Date): string {
    const two = (n: number): string => String(n).padStart(2, '0')
    return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`
  }

  function set(part: Partial<Buy>): void {
    plan.pull({ buy: { ...($state.snapshot(buy) as Buy), ...part } }, true)
  }

  function setOffer(index: number, part: Partial<Offer>): void {
    const now = $state.snapshot(offers) as Offer[]
    set({ offers: now.map((o, i) => (i === index ? { ...o, ...part } : o)) })
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

  const FAT = {
    trimmed: 'trimmed before it roasts',
    cut_away: 'roasted on, cut away at table',
    eaten: 'roasted on, and eaten',
  } as const

  /** A joint of another weight: its measures are not known any more. */
  function lay(buy_kg: number): void {
    const weight_kg = Math.round(buy_kg * 20) / 20
    plan.pull({ joint: { weight_kg, thickness_mm: null, width_mm: null, length_mm: null } }, true)
  }

  function offer(): void {
    const joint = plan.draft?.joint
    if (joint === undefined) return
    const { cut, weight_kg } = joint
    const one = { name: 'The other', cut, weight_kg, price: price ?? 0 } as Offer
    set({ offers: [...($state.snapshot(offers) as Offer[]), one] })
  }
</script>

<section class="buying" aria-labelledby="buy-head">
  <h2 id="buy-head">How much to buy</h2>
  <div class="fields">
    <NumberField
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
    <NumberField
      label="Plates left over, wished"
      value={over}
      low={0}
      high={200}
      unit="plates"
      onvalue={(v) => v !== over && set({ leftover_plates: Math.round(v) })}
    />
    <NumberField
      label="Its price, in all"
      value={price ?? 0}
      low={0}
      high={100000}
      step={0.01}
      unit=""
      onvalue={(v) => v !== (price ?? 0) && set({ price: v === 0 ? null : v })}
    />
  </div>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {#if found !== null}
    <div class="bar" role="img" aria-label="Where {kg(found.yields.raw_kg)} goes">
      {#each parts(found.yields) as part (part.name)}
        <span class={part.name} style="flex:{part.share}">
          {#if part.share > (part.words.length > 6 ? 0.2 : 0.09)}{part.words} {kg(part.kg)}{/if}
        </span>
      {/each}
    </div>
    <p class="quiet">
      {parts(found.yields)
        .map((part) => `${part.words} ${kg(part.kg)}`)
        .join(', ')}
    </p>
    <p>
      {kg(found.yields.cooked_kg)} on plates, {kg(found.yields.low_kg)} to {kg(
        found.yields.high_kg,
      )}
      until bone and hidden fat are weighed: {found.yields.plates[0]} hearty or {found.yields
        .plates[1]} small plates.
      {#if found.yields.ribs !== null}It has about {found.yields.ribs}
        {found.yields.ribs === 1 ? 'rib' : 'ribs'}.{/if}
    </p>
    {#if found.others.length > 0}
      <p>
        The same people eat of
        {#each found.others as other, n (other.name)}{n > 0 ? ' and of ' : ''}{other.name}, {kg(
            other.cooked_kg,
          )} on plates{/each}: what follows is what that leaves.
      </p>
    {/if}
    <p class="say">
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
    <details>
      <summary>Bone and trim, once they are weighed</summary>
      <div class="fields">
        {#each WEIGHED as [label, key, usual] (key)}
          <NumberField
            {label}
            note={buy[key] === null || buy[key] === undefined ? 'usual' : 'weighed'}
            value={(buy[key] ?? found.yields[usual]) / (metric ? 1 : LB)}
            low={0}
            high={metric ? 20 : 44}
            step={0.01}
            unit={metric ? 'kg' : 'lb'}
            onvalue={(v) => set({ [key]: metric ? v : v * LB })}
          />
        {/each}
        {#if buy.bone_kg != null || buy.trim_kg != null}
          <button class="undo" onclick={() => set({ bone_kg: null, trim_kg: null })}>
            As usual for this cut
          </button>
        {/if}
      </div>
    </details>
    {#if found.fat.length > 0}
      <table>
        <caption>The fat cover</caption>
        <thead>
          <tr><th>Fat</th><th>On plates</th><th>In the oven</th><th>Crust</th><th>Loss</th></tr>
        </thead>
        <tbody>
          {#each found.fat as way (way.choice)}
            <tr>
              <td>{FAT[way.choice]}</td>
              <td>{kg(way.yields.cooked_kg)}</td>
              <td>{duration(way.pull_min)}</td>
              <td>{way.crust.toFixed(1)}</td>
              <td>{Math.round(way.loss * 100)} %</td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
    {#if offers.length > 0 || price !== null}
      <h3>Offers as meals</h3>
      {#each offers as one, i (i)}
        <div class="offer">
          <label>
            <span class="label">Called</span>
            <input
              class="field"
              value={one.name}
              maxlength="60"
              autocomplete="off"
              onchange={(e) => setOffer(i, { name: e.currentTarget.value.trim() || 'The other' })}
            />
          </label>
          <label>
            <span class="label">Cut</span>
            <select
              class="field"
              value={one.cut}
              onchange={(e) => setOffer(i, { cut: e.currentTarget.value })}
            >
              {#each cuts as cut (cut.id)}<option value={cut.id}>{cut.name}</option>{/each}
            </select>
          </label>
          <NumberField
            label="Weight"
            value={metric ? one.weight_kg : one.weight_kg / LB}
            low={metric ? 0.1 : 0.1 / LB}
            high={metric ? 25 : 25 / LB}
            step={0.05}
            unit={metric ? 'kg' : 'lb'}
            onvalue={(v) => setOffer(i, { weight_kg: metric ? v : v * LB })}
          />
          <NumberField
            label="Price"
            value={one.price}
            low={0}
            high={100000}
            step={0.01}
            unit=""
            onvalue={(v) => setOffer(i, { price: v })}
          />
          <NumberField
            label="Price before"
            value={one.was_price ?? 0}
            low={0}
            high={100000}
            step={0.01}
            unit=""
            onvalue={(v) => setOffer(i, { was_price: v === 0 ? null : v })}
          />
          <label>
            <span class="label">Use by</span>
            <input
              class="field"
              type="date"
              value={one.use_by ?? ''}
              onchange={(e) => setOffer(i, { use_by: e.currentTarget.value || null })}
            />
          </label>
          <button
            class="undo"
            onclick={() =>
              set({ offers: ($state.snapshot(offers) as Offer[]).filter((_, k) => k !== i) })}
          >
            Not this one
          </button>
        </div>
      {/each}
      {#if found.meals.length > 0}
        <table>
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
                <td
                  >{meal.later} within the dates{meal.lost > 0 ? `, ${meal.lost} too many` : ''}</td
                >
                <td>{meal.per_plate === null ? '–' : meal.per_plate.toFixed(2)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      {/if}
      {#if found.better !== ''}<p class="say">{found.better}</p>{/if}
    {/if}
    {#if offers.length < 4}
      <button class="undo" data-ask="offers" onclick={offer}>Compare with another offer</button>
    {/if}
    <h3>What its label says</h3>
    <div class="fields label-row">
      <NumberField
        label="Weight on the label"
        value={metric ? (buy.label_kg ?? 0) : (buy.label_kg ?? 0) / LB}
        low={0}
        high={metric ? 30 : 66}
        step={0.01}
        unit={metric ? 'kg' : 'lb'}
        onvalue={(v) => set({ label_kg: v < 0.05 ? null : metric ? v : v * LB })}
      />
      <label class="words">
        <span class="label">Its minutes, as printed</span>
        <input
          class="field"
          value={buy.label}
          maxlength="400"
          autocomplete="off"
          placeholder="20 min per 500 g plus 20 at 190 °C"
          onchange={(e) => set({ label: e.currentTarget.value.trim() })}
        />
      </label>
      <button
        class="act plain"
        disabled={buy.label === ''}
        onclick={() => (kitchen.toReckon = buy.label)}>What would that do here?</button
      >
    </div>
    {#if buy.label_kg && Math.abs(lighter) >= 0.02}
      <p>
        The scale shows {kg(Math.abs(lighter))}
        {lighter > 0 ? 'less' : 'more'} than the label: string, paper and juice count there, not in the
        oven.
      </p>
    {/if}
  {:else}
    <p class="quiet">Weighing…</p>
  {/if}
</section>

<style>
  .buying {
    display: grid;
    gap: 0.6rem;
    justify-items: start;
  }
  h2 {
    font-size: 1.3rem;
  }
  h3 {
    font-weight: 700;
  }
  .fields,
  .offer {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
    gap: 0.7rem;
    width: 100%;
    align-items: end;
  }
  .label-row {
    grid-template-columns: 9rem minmax(0, 1fr) auto;
  }
  @media (max-width: 860px) {
    .label-row {
      grid-template-columns: 1fr;
    }
  }
  .bar {
    display: flex;
    width: 100%;
    height: 44px;
    gap: 2px;
    font-size: 0.85rem;
  }
  .bar span {
    display: grid;
    place-items: center;
    overflow: hidden;
    white-space: nowrap;
    background: var(--paper-deep);
    box-shadow: inset 0 0 0 1px var(--line-strong);
  }
  .bar .eaten {
    background: #a23a4a;
    color: #fdf8ef;
    font-weight: 700;
  }
  .bar .oven {
    background: repeating-linear-gradient(
      -45deg,
      transparent 0 6px,
      color-mix(in srgb, var(--ink) 14%, transparent) 6px 7px
    );
  }
  .say {
    font-weight: 600;
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  caption {
    text-align: left;
    font-weight: 700;
  }
  th,
  td {
    text-align: left;
    padding: 0.3rem 0.6rem 0.3rem 0;
    border-bottom: 1px solid var(--line);
  }
  th {
    font-size: 0.85rem;
    color: var(--ink-soft);
  }
</style>
