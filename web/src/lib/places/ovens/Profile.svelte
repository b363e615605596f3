<script lang="ts">
  // What an oven is: its name, its kind, its dial, its bounds.
  import Soon from '$lib/ui/Soon.svelte'
  import type { Oven, OvenBody } from '$lib/api/client'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { temp, type Units } from '$lib/units'

  let {
    oven,
    units,
    save,
    onforget,
  }: {
    oven: Oven
    units: Units
    save: (part: Partial<OvenBody>) => Promise<boolean>
    onforget: () => void
  } = $props()
</script>

<section class="flex flex-col gap-2" aria-labelledby="profile">
  <h2 class="text-xl" id="profile">What it is</h2>
  <div
    class="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-y-2 gap-x-5 items-end max-lg:grid-cols-2"
  >
    <label>
      <span class="label-text">Its name</span>
      <input
        class="field"
        value={oven.name}
        onchange={(e) => save({ name: e.currentTarget.value.trim() })}
      />
    </label>
    <label>
      <span class="label-text">Kind</span>
      <select
        class="field"
        value={oven.kind}
        onchange={(e) => save({ kind: e.currentTarget.value as OvenBody['kind'] })}
      >
        <option value="fan">fan</option>
        <option value="still">still</option>
        <option value="gas">gas</option>
        <option value="air">table-top hot air</option>
      </select>
    </label>
    <label>
      <span class="label-text">Its dial is in</span>
      <select
        class="field"
        value={oven.marks}
        onchange={(e) => save({ marks: e.currentTarget.value as OvenBody['marks'] })}
      >
        <option value="C">°C</option>
        <option value="F">°F</option>
        <option value="gas">gas marks</option>
      </select>
    </label>
    <Soon>
      <QuantityField
        label="Lowest"
        kind="heat"
        value={oven.min_c ?? 50}
        low={20}
        high={200}
        note={oven.min_c === null ? 'not said' : ''}
        onvalue={(v) => save({ min_c: v })}
      />
      <QuantityField
        label="Highest"
        kind="heat"
        value={oven.max_c ?? 250}
        low={60}
        high={400}
        note={oven.max_c === null ? 'not said' : ''}
        onvalue={(v) => save({ max_c: v })}
      />
    </Soon>
    <Soon>
      <QuantityField
        label="Minutes to {temp(200, units)}"
        value={oven.preheat_min ?? 15}
        low={1}
        high={90}
        kind="time"
        note={oven.preheat_min === null ? 'not said' : ''}
        onvalue={(v) => save({ preheat_min: v })}
        step={1}
      />
      <QuantityField
        label="Swings by"
        kind="difference"
        value={oven.swing_c}
        low={0}
        high={40}
        onvalue={(swing_c) => save({ swing_c })}
      />
      <label class="tick">
        <input
          type="checkbox"
          checked={oven.cooling_fan}
          onchange={(e) => save({ cooling_fan: e.currentTarget.checked })}
        />
        its fan runs on after it is switched off
      </label>
    </Soon>
  </div>
  <button class="undo self-start" onclick={onforget}>forget this oven</button>
</section>
