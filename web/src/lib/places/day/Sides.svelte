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

  let known = $state.raw<SideLine[]>([])
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

<div class="grid gap-3" id="sides-head">
  <ul>
    {#each day.sides as side (side.id)}
      <li
        class="group/side py-2 border-t border-line"
        data-side={side.id}
        data-out={side.entry.left_out || undefined}
      >
        <div class="flex gap-2 items-baseline">
          <strong class="group-data-out/side:line-through">{side.name}</strong>
          {#if side.full_main}<span class="text-xs border border-line-strong rounded-base px-1"
              >a main</span
            >{/if}
          {#if side.look !== ''}<span class="text-ember font-semibold text-sm">{side.look}</span
            >{/if}
        </div>
        <p class="quiet">
          {side.entry.left_out ? 'left out' : waiting(side)}{side.allergens.length > 0
            ? `; contains ${side.allergens.join(', ')}`
            : ''}
        </p>
        <div class="acts items-center print:hidden">
          {#if side.entry.left_out}
            <button class="undo" onclick={() => here.side(side.id, { left_out: false })}>
              Back on the list
            </button>
          {:else}
            <label class="flex items-center gap-1.5 text-sm text-ink-soft">
              begins
              <input
                class="field w-20 min-h-10 font-semibold"
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
                class="field w-auto min-h-10"
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
      <li class="quiet py-2 border-t border-line">
        No sides yet: the joints stand alone. Add one below.
      </li>
    {/each}
  </ul>
  {#if fault !== ''}<p class="wrong" role="alert">{fault}</p>{/if}
  <div class="border-t border-line pt-2 grid gap-1.5 justify-items-start print:hidden">
    <label class="label-text" for="side-find">Add a side</label>
    <input
      id="side-find"
      class="field"
      placeholder="type: potatoes, gravy, tart …"
      autocomplete="off"
      bind:value={typed}
      onkeydown={(e) => e.key === 'Enter' && offered[0] !== undefined && add(offered[0])}
    />
    <ul class="w-full" aria-label="Sides to add">
      {#each typed.trim() === '' ? offered.slice(0, 6) : offered.slice(0, 10) as side (side.id)}
        <li>
          <button
            class="w-full text-left min-h-11 grid py-1 px-1.5 hover:bg-paper-deep"
            onclick={() => add(side)}
          >
            <strong>{side.name}</strong>
            <span class="quiet text-sm"
              >{range(side)}{side.in_tin ? '; or in the joint’s tin' : ''}</span
            >
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
        onmade={(side) => {
          makes = false
          known = [side, ...known]
          add(side)
        }}
      />
    {/if}
  </div>
</div>
