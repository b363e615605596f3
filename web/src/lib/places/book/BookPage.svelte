<script lang="ts">
  // One roast: the cook's word first, then how it went against what was planned.
  import type { BookLine } from '$lib/api/client'
  import { RoastState } from '$lib/state/roast.svelte'
  import Again from '$lib/ui/Again.svelte'
  import { day, weight, type Units } from '$lib/units'
  import Compared from './Compared.svelte'
  import { CLOSED } from './words'

  let { line, units, onjudged }: { line: BookLine; units: Units; onjudged: () => Promise<void> } =
    $props()

  let verdict = $state('')
  let change = $state('')
  let fault = $state('')

  async function judge(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    const state = new RoastState(line.id)
    if (await state.judge(verdict, change)) {
      verdict = ''
      change = ''
      fault = ''
      await onjudged()
    } else fault = state.fault
  }
</script>

{#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
<p><a class="underline min-h-10 inline-flex items-center" href="/book">All roasts</a></p>
<h1 class="text-3xl leading-shout">{line.name}</h1>
<p class="quiet">
  {line.cut}, {weight(line.weight_kg, units)} · {day(new Date(line.served_at))} · {line.method}
</p>
<Again roastId={line.id} weight_kg={line.weight_kg} />
<p class="flex flex-wrap gap-x-6">
  <a
    class="underline min-h-10 inline-flex items-center"
    href="/api/roasts/{line.id}/readings.csv"
    download="{line.id}.csv"
  >
    Its readings and events as CSV
  </a>
  <a
    class="underline min-h-10 inline-flex items-center"
    href="/api/roasts/{line.id}/export"
    download>All of it as open JSON</a
  >
</p>
{#if line.closed !== ''}
  <p>{CLOSED[line.closed] ?? line.closed}</p>
{:else if line.verdict === null}
  <form class="grid gap-3 w-[min(40rem,100%)] mt-4" onsubmit={judge}>
    <h2 class="text-2xl">Your word first</h2>
    <p class="quiet">
      How was it? The comparison comes after, so that it does not colour the answer.
    </p>
    <label>
      <span class="label-text">How did it turn out?</span>
      <textarea class="field" rows="2" maxlength="1000" bind:value={verdict}></textarea>
    </label>
    <label>
      <span class="label-text">What would you change?</span>
      <textarea class="field" rows="2" maxlength="1000" bind:value={change}></textarea>
    </label>
    <button class="act" disabled={verdict.trim() === ''}>Keep it, and compare</button>
  </form>
{:else}
  <Compared {line} {units} />
{/if}
