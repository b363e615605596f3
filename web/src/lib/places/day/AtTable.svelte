<script lang="ts">
  // Who sits down, and what the cook has: hands, rings, and what can be lifted.
  import type { Day, DayChange } from '$lib/api/client'
  import NumberField from '$lib/ui/NumberField.svelte'

  let { day, onchange }: { day: Day; onchange: (part: DayChange) => void } = $props()

  const helpers = $derived(day.helpers.join(', '))

  function named(text: string): void {
    const names = text
      .split(',')
      .map((n) => n.trim())
      .filter((n) => n !== '')
    if (names.join() !== day.helpers.join()) onchange({ helpers: names.slice(0, 11) })
  }
</script>

<section class="table" aria-labelledby="table-head">
  <h2 id="table-head">At table and at the stove</h2>
  <div class="fields">
    <NumberField
      label="People"
      value={day.people}
      low={1}
      high={200}
      unit="plates"
      onvalue={(people) => people !== day.people && onchange({ people: Math.round(people) })}
    />
    <NumberField
      label="Pairs of hands"
      value={day.hands}
      low={1}
      high={12}
      unit=""
      onvalue={(hands) => hands !== day.hands && onchange({ hands: Math.round(hands) })}
    />
    <NumberField
      label="Rings of the hob"
      value={day.rings}
      low={0}
      high={12}
      unit=""
      onvalue={(rings) => rings !== day.rings && onchange({ rings: Math.round(rings) })}
    />
    <label class="wide">
      <span class="label">Who could help (names, with commas)</span>
      <input
        class="field"
        value={helpers}
        autocomplete="off"
        onchange={(e) => named(e.currentTarget.value)}
      />
    </label>
  </div>
</section>

<style>
  .table {
    display: grid;
    gap: 0.6rem;
  }
  h2 {
    font-size: 1.3rem;
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(3, minmax(90px, 1fr));
    gap: 0.7rem;
  }
  .wide {
    grid-column: 1 / -1;
  }
</style>
