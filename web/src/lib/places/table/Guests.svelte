<script lang="ts">
  // Who is named at table: how much each eats, what each wishes, avoids and must not have.
  import { http, want, type Guest } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import { guestSays, listed } from '$lib/ui/table'

  const guests = $derived<Guest[]>(kitchen.catalogue?.people ?? [])
  let fault = $state('')
  let newcomer = $state('')

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
</script>

<ul class="grid grid-cols-[repeat(auto-fill,minmax(21rem,1fr))] gap-x-8 max-sm:grid-cols-1">
  {#each guests as g (g.name)}
    <li class="border-t border-line">
      <Fold title={g.name} says={guestSays(g)}>
        <div class="grid grid-cols-2 gap-1.5 items-center">
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
            onchange={(e) => guest(g.name, { allergies: listed(e.currentTarget.value) })}
          />
          <label class="tick">
            <input
              type="checkbox"
              checked={g.strict}
              onchange={(e) => guest(g.name, { strict: e.currentTarget.checked })}
            />strict figure
          </label>
          <button
            class="undo justify-self-start"
            onclick={() => keep(guests.filter((x) => x.name !== g.name))}
          >
            Forget {g.name}
          </button>
        </div>
      </Fold>
    </li>
  {/each}
</ul>
<div class="grid grid-cols-[repeat(auto-fit,minmax(120px,1fr))] gap-3 items-end">
  <label>
    <span class="label-text">Somebody else</span>
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
      onclick={() => keep(guests.map((g) => ({ ...$state.snapshot(g), strict: false })) as Guest[])}
    >
      Forget who needs the strict figure
    </button>
  {/if}
</div>
{#if fault !== ''}<p class="wrong" role="alert">{fault}</p>{/if}
