<script lang="ts">
  // What earlier roasts taught and this plan goes by: a line each, and a touch to go without.
  import { http, want, type Reason } from '$lib/api/client'
  import { moved } from '$lib/units'

  let { rows, onchanged }: { rows: Reason[]; onchanged: () => void | Promise<void> } = $props()

  let busy = $state(false)
  let fault = $state('')

  async function leave(row: Reason): Promise<void> {
    busy = true
    fault = ''
    try {
      const body = { what: row.level as 'oven', name: row.name, out: !row.left_out }
      await want(http.POST('/learned/left-out', { body }))
      await onchanged()
    } catch (error) {
      fault = (error as Error).message
    }
    busy = false
  }
</script>

{#if rows.length > 0}
  <ul class="grid gap-x-6" data-say="why">
    {#each rows as row (row.level + row.name)}
      <li class="flex flex-wrap items-baseline gap-x-3">
        <span class:quiet={row.left_out} class:line-through={row.left_out}>{row.words}</span>
        <span class="quiet">{row.left_out ? 'left out' : moved(row.minutes)}</span>
        <button
          class="underline underline-offset-4 min-h-10 px-1"
          disabled={busy}
          onclick={() => leave(row)}
          >{row.left_out ? 'go by it again' : 'leave it out'}<span class="sr-only"
            >: {row.words}</span
          ></button
        >
      </li>
    {/each}
  </ul>
{/if}
{#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
