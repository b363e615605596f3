<script lang="ts">
  // The sides of the day: when each begins, how it will look, how long it waits; added, moved to an
  // oven, pinned to an hour, taken off; and sides of one's own.
  import { http, want, type Day, type DaySide, type Oven, type SideLine } from '$lib/api/client'
  import type { DayState } from '$lib/state/day.svelte'
  import { atHour, hour, parseHour, temp, type Units } from '$lib/units'
  import OwnSide from './OwnSide.svelte'

  let {
    state: here,
    day,
    ovens,
    units,
  }: { state: DayState; day: Day; ovens: Oven[]; units: Units } = $props()

  let known = $state<SideLine[]>([])
  let typed = $state('')
  let makes = $state(false)
  let fault = $state('')
  let at = $state<{ id: string; text: string } | null>(null)

  async function fetchSides(): Promise<void> {
    try {
      known = await want(http.GET('/sides'))
    } catch (error) {
      fault = (error as Error).message
    }
  }
  $effect(() => void fetchSides())

  const serve = $derived(new Date(day.serve_at))
  const hourOf = (min: number): string => hour(new Date(serve.getTime() + min * 60_000))
  const offered = $derived(
    known.filter(
      (s) =>
        !day.sides.some((d) => d.id === s.id) &&
        (typed.trim() === '' || s.name.toLowerCase().includes(typed.trim().toLowerCase())),
    ),
  )

  function add(side: SideLine): void {
    typed = ''
    void here.change({
      sides: [...day.sides.map((s) => s.entry), { id: side.id, left_out: false }],
    })
  }

  function range(side: SideLine): string {
    const baked = side.steps.filter((s) => s.where === 'oven').at(-1)
    if (baked !== undefined)
      return `oven ${temp(baked.low_c, units)} to ${temp(baked.high_c, units)}, about ${Math.round(baked.minutes)} min at ${temp(baked.ref_c, units)}`
    const hob = side.steps.filter((s) => s.where === 'hob').at(-1)
    return hob === undefined ? 'made cold' : `hob, ${Math.round(hob.minutes)} min`
  }

  function pinned(side: DaySide): void {
    if (at === null) return
    const read = parseHour(at.text)
    if (read === null) {
      fault = `“${at.text}” is no hour; write ${hourOf(side.drag_min ?? -60)}`
      return
    }
    const min = (atHour(serve, ...read).getTime() - serve.getTime()) / 60_000
    if (min > day.knife_down_min || min < -720) {
      fault = `${at.text} does not lie before the knife is down, ${hourOf(day.knife_down_min)}`
      return
    }
    fault = ''
    at = null
    void here.side(side.id, { pinned_min: min })
  }

  function waiting(side: DaySide): string {
    if (side.waits_min === null) return 'no place yet'
    if (side.waits_min < 1) return 'ready as the knife goes down'
    return `waits ${Math.round(side.waits_min)} min, ${side.hold}`
  }
</script>

<section class="sides" aria-labelledby="sides-head">
  <h2 id="sides-head">Sides</h2>
  <ul>
    {#each day.sides as side (side.id)}
      <li data-side={side.id} class:out={side.entry.left_out}>
        <div class="head">
          <strong>{side.name}</strong>
          {#if side.full_main}<span class="tag">a main</span>{/if}
          {#if side.look !== ''}<span class="look">{side.look}</span>{/if}
        </div>
        <p class="quiet">
          {side.entry.left_out ? 'left out' : waiting(side)}{side.allergens.length > 0
            ? `; contains ${side.allergens.join(', ')}`
            : ''}
        </p>
        <div class="acts">
          {#if side.entry.left_out}
            <button class="undo" onclick={() => here.side(side.id, { left_out: false })}>
              Back on the list
            </button>
          {:else}
            <label class="begin">
              begins
              <input
                class="field"
                autocomplete="off"
                aria-label="{side.name} begins at"
                value={at?.id === side.id
                  ? at.text
                  : side.drag_min === null
                    ? ''
                    : hourOf(side.drag_min)}
                oninput={(e) => (at = { id: side.id, text: e.currentTarget.value })}
                onkeydown={(e) => e.key === 'Enter' && pinned(side)}
                onblur={() => at !== null && pinned(side)}
              />
            </label>
            {#if side.entry.pinned_min !== null && side.entry.pinned_min !== undefined}
              <button class="undo" onclick={() => here.side(side.id, { pinned_min: null })}>
                Let it find its time
              </button>
            {/if}
            {#if ['roots', 'bake', 'pudding', 'main'].includes(side.kind)}
              <select
                class="field"
                aria-label="Oven for {side.name}"
                value={side.entry.oven ?? ''}
                onchange={(e) => here.side(side.id, { oven: e.currentTarget.value || null })}
              >
                <option value="">whichever fits</option>
                {#each ovens as oven (oven.id)}<option value={oven.id}>{oven.name}</option>{/each}
              </select>
            {/if}
          {/if}
          <button
            class="undo"
            aria-label="Take {side.name} off"
            onclick={() =>
              here.change({ sides: day.sides.filter((s) => s.id !== side.id).map((s) => s.entry) })}
          >
            Take off
          </button>
        </div>
      </li>
    {:else}
      <li class="quiet">No sides yet: the joints stand alone. Add one below.</li>
    {/each}
  </ul>
  {#if fault !== ''}<p class="wrong" role="alert">{fault}</p>{/if}
  <div class="add">
    <label class="label" for="side-find">Add a side</label>
    <input
      id="side-find"
      class="field"
      placeholder="type: potatoes, gravy, tart …"
      autocomplete="off"
      bind:value={typed}
      onkeydown={(e) => e.key === 'Enter' && offered[0] !== undefined && add(offered[0])}
    />
    <ul class="offers" aria-label="Sides to add">
      {#each typed.trim() === '' ? offered.slice(0, 6) : offered.slice(0, 10) as side (side.id)}
        <li>
          <button onclick={() => add(side)}>
            <strong>{side.name}</strong>
            <span class="quiet">{range(side)}{side.in_tin ? '; or in the joint’s tin' : ''}</span>
          </button>
        </li>
      {:else}
        <li class="quiet">None of that name: describe your own.</li>
      {/each}
    </ul>
    <button class="undo" aria-expanded={makes} onclick={() => (makes = !makes)}>
      A side of your own
    </button>
    {#if makes}
      <OwnSide
        {units}
        onmade={(side) => {
          makes = false
          known = [side, ...known]
          add(side)
        }}
      />
    {/if}
  </div>
</section>

<style>
  .sides {
    display: grid;
    gap: 0.7rem;
  }
  h2 {
    font-size: 1.3rem;
  }
  .sides > ul > li {
    padding: 0.5rem 0;
    border-top: 1px solid var(--line);
  }
  .head {
    display: flex;
    gap: 0.6rem;
    align-items: baseline;
  }
  .tag {
    font-size: 0.8rem;
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    padding: 0 0.3rem;
  }
  .look {
    color: var(--ember);
    font-weight: 600;
    font-size: 0.9rem;
  }
  .out strong {
    text-decoration: line-through;
  }
  .acts {
    align-items: center;
  }
  .begin {
    display: flex;
    align-items: center;
    gap: 0.4rem;
    font-size: 0.9rem;
    color: var(--ink-soft);
  }
  .begin .field {
    width: 5rem;
    min-height: 40px;
    font-weight: 600;
  }
  select.field {
    width: auto;
    min-height: 40px;
  }
  .add {
    border-top: 1px solid var(--line);
    padding-top: 0.6rem;
    display: grid;
    gap: 0.4rem;
    justify-items: start;
  }
  .offers {
    width: 100%;
  }
  .offers button {
    width: 100%;
    text-align: left;
    min-height: 44px;
    display: grid;
    padding: 0.2rem 0.4rem;
  }
  .offers button:hover {
    background: var(--paper-deep);
  }
  .offers span {
    font-size: 0.88rem;
  }
  @media print {
    .acts,
    .add {
      display: none;
    }
  }
</style>
