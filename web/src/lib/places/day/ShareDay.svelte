<script lang="ts">
  // The day for a helper: as a file, or to be looked at on the house's own network.
  import { BASE, PRACTICE } from '$lib/api/base'
  import { http, want, type Day, type Share } from '$lib/api/client'
  import type { Units } from '$lib/units'

  let { day, units }: { day: Day; units: Units } = $props()

  let who = $state('')
  let share = $state.raw<Share | null>(null)
  let fault = $state('')
  let told = $state('')

  const file = $derived(
    `${BASE}/days/${day.date}/sheet.html?units=${units}&who=${encodeURIComponent(who)}`,
  )

  async function ask(date: string, query: { units: Units; who: string }): Promise<void> {
    try {
      share = await want(http.GET('/days/{date}/share', { params: { path: { date }, query } }))
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }
  $effect(() => {
    told = ''
    void ask(day.date, { units, who })
  })

  async function copy(url: string): Promise<void> {
    try {
      await navigator.clipboard.writeText(url)
      told = 'Copied.'
    } catch {
      told = 'Not allowed here: mark the address and copy it.'
    }
  }
</script>

<p class="quiet">
  The order as it stands, what the joints do, and a sheet for the carver of each. To look at and to
  print: nothing can be done in it.
</p>
{#if day.helpers.length > 0}
  <label class="max-w-64">
    <span class="label-text">Whose lines stand out</span>
    <select class="field" bind:value={who}>
      <option value="">nobody's</option>
      {#each day.helpers as name (name)}<option>{name}</option>{/each}
    </select>
  </label>
{/if}
<div class="acts items-center">
  <a class="act plain" href={file} download="trencher-{day.date}.html">Keep it as a file</a>
  <a class="undo inline-flex items-center underline" href={file} target="_blank">Look at it here</a>
</div>
{#if fault !== ''}
  <p class="fault" role="alert">{fault}</p>
{:else if share === null}
  <p class="quiet">Asking…</p>
{:else if share.url === null || share.qr === null}
  <p class="quiet">
    {#if PRACTICE !== ''}A practice is not shown to others.{:else}As a link, which goes on with the
      day, once Trencher is served on the house's network:
      <a class="underline" href="/screens">other screens</a>.{/if}
  </p>
{:else}
  <div class="flex flex-wrap gap-4">
    <img
      class="w-44 border border-line"
      src={share.qr}
      alt="Code to scan, to look at this day on a telephone"
    />
    <div class="grid gap-1.5 content-start flex-1 basis-56 min-w-0">
      <p>Who has this link sees this day, and it comes anew by itself; it opens nothing else.</p>
      <p class="wrap-anywhere"><b>{share.url}</b></p>
      <p class="acts items-center">
        <button class="undo" onclick={() => void copy(share?.url ?? '')}>Copy it</button>
        <span role="status">{told}</span>
      </p>
      <p class="quiet">It ends with the kitchen's code: <code>--new-code</code> ends every one.</p>
    </div>
  </div>
{/if}
