<script lang="ts">
  // Who sits down, and what the cook has: hands, rings, shelves, quiet hours, and what can be lifted.
  import { http, want, type Day, type DayChange, type Guest } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import NumberField from '$lib/ui/NumberField.svelte'
  import { LB, weight } from '$lib/units'

  let { day, onchange }: { day: Day; onchange: (part: DayChange) => void } = $props()

  const helpers = $derived(day.helpers.join(', '))
  const guests = $derived<Guest[]>(kitchen.catalogue?.people ?? [])
  const metric = $derived(kitchen.units === 'C')
  const lift = $derived(day.limits.lift_kg ?? null)
  let fault = $state('')
  let newcomer = $state('')

  const split = (text: string): string[] =>
    text
      .split(',')
      .map((n) => n.trim())
      .filter((n) => n !== '')

  function named(text: string): void {
    const names = split(text)
    if (names.join() !== day.helpers.join()) onchange({ helpers: names.slice(0, 11) })
  }

  async function keep(people: Guest[]): Promise<void> {
    try {
      await want(http.PUT('/people', { body: { people } }))
      await kitchen.reloadCatalogue()
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }

  function guest(name: string, part: Partial<Guest>): void {
    void keep(
      guests.map((g) => (g.name === name ? { ...$state.snapshot(g), ...part } : g)) as Guest[],
    )
  }

  function add(): void {
    const name = newcomer.trim()
    if (name === '') return
    newcomer = ''
    void keep([
      ...guests,
      { name, appetite: 'usual', wish: '', strict: false, avoids: [], allergies: [] },
    ])
  }

  const HOURS = [
    ['quiet', 'Quiet from', 'No quiet hours', ['23:00', '07:00']],
    ['away', 'Nobody at home from', 'Somebody is always here', ['14:00', '16:00']],
  ] as const

  function hours(which: 'quiet' | 'away', index: 0 | 1, value: string): void {
    const usual = which === 'quiet' ? HOURS[0][3] : HOURS[1][3]
    const now = day[which] ?? usual
    if (value === '') return
    onchange({ [which]: index === 0 ? [value, now[1]] : [now[0], value] })
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
    <NumberField
      label="Tins and trays in all"
      value={day.tins ?? 0}
      low={0}
      high={40}
      unit=""
      onvalue={(tins) => tins !== (day.tins ?? 0) && onchange({ tins: Math.round(tins) })}
    />
    <NumberField
      label="Fridge shelves free"
      value={day.shelves}
      low={1}
      high={8}
      unit=""
      onvalue={(shelves) => shelves !== day.shelves && onchange({ shelves: Math.round(shelves) })}
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
  <details>
    <summary data-ask="can-do">
      What the cook can do: {lift === null
        ? 'any lift'
        : `lifts up to ${weight(lift, kitchen.units)}`}{day.limits.one_hand ? ', one hand' : ''}{day
        .limits.weak_grip
        ? ', a weak grip'
        : ''}
    </summary>
    <div class="fields">
      <NumberField
        label="Heaviest lift (0 for any)"
        value={metric ? (lift ?? 0) : (lift ?? 0) / LB}
        low={0}
        high={metric ? 50 : 110}
        step={0.5}
        unit={metric ? 'kg' : 'lb'}
        onvalue={(v) =>
          onchange({
            limits: {
              ...day.limits,
              lift_kg: v < 0.5 ? null : metric ? v : v * LB,
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
  </details>
  <details>
    <summary
      >Quiet hours{day.quiet ? `: ${day.quiet[0]} to ${day.quiet[1]}` : ': none'}; gravy: {day.gravy
        .body}, {day.gravy.starch}</summary
    >
    <div class="fields">
      {#each HOURS as [which, from, none] (which)}
        <label>
          <span class="label">{from}</span>
          <input
            class="field"
            type="time"
            value={day[which]?.[0] ?? ''}
            onchange={(e) => hours(which, 0, e.currentTarget.value)}
          />
        </label>
        <label>
          <span class="label">{which === 'quiet' ? 'until' : 'back at'}</span>
          <input
            class="field"
            type="time"
            value={day[which]?.[1] ?? ''}
            onchange={(e) => hours(which, 1, e.currentTarget.value)}
          />
        </label>
        {#if day[which]}
          <button class="undo" onclick={() => onchange({ [which]: null })}>{none}</button>
        {/if}
      {/each}
      <label>
        <span class="label">Gravy thickened with</span>
        <select
          class="field"
          value={day.gravy.starch}
          onchange={(e) =>
            onchange({ gravy: { ...day.gravy, starch: e.currentTarget.value as never } })}
        >
          <option value="cornflour">cornflour</option>
          <option value="flour">flour</option>
          <option value="potato">potato starch</option>
          <option value="arrowroot">arrowroot</option>
          <option value="none">nothing: boiled down</option>
        </select>
      </label>
      <label>
        <span class="label">and is to be</span>
        <select
          class="field"
          value={day.gravy.body}
          onchange={(e) =>
            onchange({ gravy: { ...day.gravy, body: e.currentTarget.value as never } })}
        >
          <option value="thin">thin</option>
          <option value="coating">coating a spoon</option>
          <option value="thick">thick</option>
        </select>
      </label>
      <label class="tick">
        <input
          type="checkbox"
          checked={day.gravy.strain}
          onchange={(e) => onchange({ gravy: { ...day.gravy, strain: e.currentTarget.checked } })}
        />strained
      </label>
    </div>
  </details>
  <details>
    <summary
      >Who is named: {guests.length === 0
        ? 'nobody'
        : guests.map((g) => g.name).join(', ')}</summary
    >
    <ul class="guests">
      {#each guests as g (g.name)}
        <li>
          <strong>{g.name}</strong>
          <select
            class="field"
            aria-label="Appetite of {g.name}"
            value={g.appetite}
            onchange={(e) =>
              guest(g.name, { appetite: e.currentTarget.value as Guest['appetite'] })}
          >
            <option value="small">eats little</option>
            <option value="usual">as usual</option>
            <option value="hearty">hearty</option>
          </select>
          <input
            class="field"
            aria-label="Wish of {g.name}"
            placeholder="a wish"
            value={g.wish}
            onchange={(e) => guest(g.name, { wish: e.currentTarget.value })}
          />
          <select
            class="field"
            aria-label="{g.name} eats no"
            value={g.avoids[0] ?? ''}
            onchange={(e) =>
              guest(g.name, {
                avoids: e.currentTarget.value === '' ? [] : [e.currentTarget.value as never],
              })}
          >
            <option value="">eats any meat</option>
            <option value="pork">no pork</option>
            <option value="beef">no beef</option>
            <option value="lamb">no lamb</option>
            <option value="game">no game</option>
            <option value="meat">no meat</option>
          </select>
          <input
            class="field"
            aria-label="Allergies of {g.name}"
            placeholder="allergies"
            value={g.allergies.join(', ')}
            onchange={(e) => guest(g.name, { allergies: split(e.currentTarget.value) })}
          />
          <label class="tick">
            <input
              type="checkbox"
              checked={g.strict}
              onchange={(e) => guest(g.name, { strict: e.currentTarget.checked })}
            />strict figure
          </label>
          <button class="undo" onclick={() => keep(guests.filter((x) => x.name !== g.name))}>
            Forget {g.name}
          </button>
        </li>
      {/each}
    </ul>
    <div class="fields">
      <label>
        <span class="label">Somebody else</span>
        <input
          class="field"
          bind:value={newcomer}
          autocomplete="off"
          onkeydown={(e) => e.key === 'Enter' && add()}
        />
      </label>
      <button class="act plain" onclick={add}>Add</button>
      {#if guests.some((g) => g.strict)}
        <button
          class="undo"
          onclick={() =>
            keep(guests.map((g) => ({ ...$state.snapshot(g), strict: false })) as Guest[])}
        >
          Forget who needs the strict figure
        </button>
      {/if}
    </div>
    {#if fault !== ''}<p class="wrong" role="alert">{fault}</p>{/if}
  </details>
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
    grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
    gap: 0.7rem;
    align-items: end;
  }
  .wide {
    grid-column: 1 / -1;
  }
  summary {
    min-height: 40px;
    cursor: pointer;
    padding: 0.4rem 0;
  }
  .guests li {
    display: grid;
    grid-template-columns: 1fr 1fr 1.4fr;
    gap: 0.4rem;
    align-items: center;
    padding: 0.5rem 0;
    border-top: 1px solid var(--line);
  }
  .guests .undo {
    justify-self: start;
  }
  @media (max-width: 600px) {
    .guests li {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
