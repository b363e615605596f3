<script lang="ts">
  // Before the day: asked once whether it has been frozen and what the fridge reads; salt in grams
  // and spoons; drying, marinade, tying, chill off; what raises the figure.
  import { http, want, type Care, type Roast, type SaltAdvice } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { carveAt, duration, sentence, temp } from '$lib/units'

  let { roast, endMin }: { roast: Roast; endMin: number | null } = $props()

  const draft = $derived(plan.draft)
  const care = $derived<Care | null>(draft?.care ?? null)
  const ICY_C = -1
  let advice = $state.raw<SaltAdvice | null>(null)
  let fault = $state('')
  let turn = 0

  const hoursLeft = $derived(
    draft === null || endMin === null
      ? 24
      : (carveAt(draft).getTime() - endMin * 60_000 - kitchen.now.getTime()) / 3_600_000,
  )
  const asked = $derived(Math.round(hoursLeft * 4) / 4)

  $effect(() => {
    if (draft === null || care === null) return
    const body = {
      joint: $state.snapshot(draft.joint),
      care: $state.snapshot(care),
      hours_left: asked,
    }
    const mine = ++turn
    void want(http.POST('/salt-and-thaw', { body: body as never })).then(
      (found) => {
        if (mine === turn) advice = found
      },
      (error: unknown) => (fault = (error as Error).message),
    )
  })

  function set(part: Partial<Care>): void {
    if (care === null) return
    plan.pull({ care: { ...$state.snapshot(care), ...part } }, true)
  }

  function flag(name: string, on: boolean): void {
    const flags = (draft?.joint.flags ?? []).filter((f) => f !== name)
    plan.pull({ joint: { flags: (on ? [...flags, name] : flags) as never } }, true)
  }
  const FLAG_WORDS: Record<string, string> = {
    rolled: 'Boned and rolled',
    slit: 'Slit or studded',
    stuffed: 'Stuffed',
    tenderised: 'Tenderised or injected',
    thawed_warm: 'Thawed out of the fridge',
    wild: 'Wild boar',
  }
</script>

{#if care !== null && draft !== null}
  <div class="grid gap-2" id="care-head" inert={roast.status !== 'planning'}>
    <div class="grid grid-cols-[repeat(auto-fit,minmax(140px,1fr))] gap-3 items-end">
      <label>
        <span class="label-text">Has it been frozen?</span>
        <select
          class="field"
          value={care.frozen}
          onchange={(e) => set({ frozen: e.currentTarget.value as Care['frozen'] })}
        >
          <option value="no">never</option>
          <option value="was">once, and thawed</option>
          <option value="is">it is frozen now</option>
        </select>
      </label>
      <QuantityField
        label="The fridge really reads"
        value={care.fridge_c}
        low={0}
        high={12}
        kind="heat"
        onvalue={(v) => set({ fridge_c: v })}
      />
      {#if care.frozen === 'is'}
        <label>
          <span class="label-text">Thaw it in</span>
          <select
            class="field"
            value={care.thaw_in}
            onchange={(e) => set({ thaw_in: e.currentTarget.value as Care['thaw_in'] })}
          >
            <option value="fridge">the fridge</option>
            <option value="water">cold water</option>
          </select>
        </label>
      {/if}
      <QuantityField
        label="Salt ahead"
        value={care.salt_g_kg}
        low={0}
        high={40}
        unit="g/kg"
        onvalue={(v) => set({ salt_g_kg: v })}
      />
      <label class="col-span-2">
        <span class="label-text">Which salt</span>
        <select
          class="field"
          value={care.salt_id}
          onchange={(e) => set({ salt_id: e.currentTarget.value })}
        >
          {#each kitchen.catalogue?.salts ?? [] as salt (salt.id)}
            <option value={salt.id}>{salt.name}</option>
          {/each}
        </select>
      </label>
      <QuantityField
        label="Out of the fridge before"
        value={care.chill_min}
        low={0}
        high={90}
        kind="time"
        onvalue={(v) => set({ chill_min: v })}
      />
    </div>
    <div class="flex flex-wrap gap-x-6 items-end">
      <label class="tick">
        <input
          type="checkbox"
          checked={care.uncovered}
          onchange={(e) => set({ uncovered: e.currentTarget.checked })}
        />Dried uncovered in the cold
      </label>
      <label class="tick">
        <input
          type="checkbox"
          checked={care.marinade}
          onchange={(e) => set({ marinade: e.currentTarget.checked })}
        />In a marinade
      </label>
      <label class="tick">
        <input
          type="checkbox"
          checked={care.tie}
          onchange={(e) => set({ tie: e.currentTarget.checked })}
        />To be tied
      </label>
      <label class="tick">
        <input
          type="checkbox"
          checked={(care.grain_deg ?? null) !== null}
          onchange={(e) => set({ grain_deg: e.currentTarget.checked ? 0 : null })}
        />Grain drawn while it is raw
      </label>
      <label>
        <span class="label-text">A coat</span>
        <select
          class="field"
          value={draft.joint.coat ?? 'none'}
          onchange={(e) => plan.pull({ joint: { coat: e.currentTarget.value as never } }, true)}
        >
          {#each kitchen.catalogue?.coats ?? [] as coat (coat.id)}
            <option value={coat.id}>{coat.name}</option>
          {/each}
        </select>
      </label>
    </div>
    {#if care.frozen !== 'is' && draft.joint.start_c > ICY_C && Math.abs(draft.joint.start_c - care.fridge_c) > 0.6}
      <p class="quiet">
        It is planned to start at {temp(draft.joint.start_c, kitchen.units)} in the middle; the fridge
        reads {temp(care.fridge_c, kitchen.units)}.
        <button
          class="undo"
          onclick={() =>
            plan.pull({ joint: { start_c: care.fridge_c + care.chill_min / 60 } }, true)}
        >
          Start from the fridge
        </button>
      </p>
    {/if}
    {#if care.frozen === 'is' && draft.joint.start_c > ICY_C + 0.4}
      <p class="quiet">
        Planned as thawed. If there is no time for it:
        <button
          class="undo"
          onclick={() =>
            plan.pull(
              {
                joint: { start_c: ICY_C },
                care: { ...($state.snapshot(care) as Care), frozen: 'was' },
              },
              true,
            )}
        >
          Roast it with an icy middle, from {temp(ICY_C, kitchen.units)}
        </button>
      </p>
    {/if}
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
    {#if advice !== null}
      <p class="font-semibold">
        {#if asked > 0}{duration(asked * 60)} are left before it goes in.{/if}
        {sentence(advice.words, kitchen.units)}
        {#if advice.grams > 0}
          {Math.round(advice.grams)} g: {advice.teaspoons.toFixed(1)} level teaspoons of {advice.salt.toLowerCase()}.
        {/if}
        {#if advice.thaw_water_h !== null}
          Thawing takes {advice.thaw_fridge_h === null
            ? 'more than two days'
            : `about ${Math.round(advice.thaw_fridge_h)} h`} in the fridge, about {advice.thaw_water_h.toFixed(
            1,
          )} h in cold water changed every half hour and roasted at once; never on the counter.
        {/if}
      </p>
    {/if}
    <fieldset>
      <legend class="text-ink-soft text-sm"
        >What carries the outside in, or raises the figure</legend
      >
      <div class="flex flex-wrap gap-x-6 items-end">
        {#each Object.entries(FLAG_WORDS) as [name, words] (name)}
          <label class="tick">
            <input
              type="checkbox"
              checked={(draft.joint.flags ?? []).some((f) => f === name)}
              onchange={(e) => flag(name, e.currentTarget.checked)}
            />{words}
          </label>
        {/each}
      </div>
      {#each draft.joint.flags ?? [] as name (name)}
        <p class="fault">Its figure is raised: {kitchen.catalogue?.flags[name] ?? name}.</p>
      {/each}
    </fieldset>
    <p class="quiet">
      Each of these becomes a step of <a class="underline" href="/day">the day</a>, with its latest
      hour.
    </p>
  </div>
{/if}
