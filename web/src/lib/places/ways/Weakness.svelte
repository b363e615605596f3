<script lang="ts">
  // Where a way is weak: its most fragile moment, what it misses, and whether there is time for it.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { hour, later, sentence } from '$lib/units'
  import { LOUD, misses, type Worked } from './compare'

  let {
    way,
    serve,
    open,
  }: {
    way: Worked
    serve: Date
    /** Its notes are told already. */
    open: boolean
  } = $props()

  const f = $derived(way.forecast)
  const units = $derived(kitchen.units)
  const worst = $derived(plan.fragile[way.method]?.[0])
  const off = $derived(misses(way, plan.draft?.wanted_c ?? f.peak_c.value, units))
  const tight = $derived(later(serve, -f.end_min).getTime() < kitchen.now.getTime())
  const loud = $derived(open ? [] : f.notes.filter((n) => LOUD.includes(n.code)))
</script>

{#if worst !== undefined}
  <b>Most fragile:</b>
  {sentence(worst.text, units)}
{:else}
  <span class="quiet">Most fragile: …</span>
{/if}
{#if off !== ''}<b class="text-accent">{off}</b>{/if}
{#if tight}
  <b class="text-accent">
    Too late for {hour(serve)}: put in now, it is ready about {hour(later(kitchen.now, f.end_min))}.
  </b>
{/if}
{#each loud as note (note.code)}
  <b class="text-accent">{sentence(note.text, units)}</b>
{/each}
