<script lang="ts">
  // The whole kitchen as one file: saved, looked at, put back.
  import { ask, type Holds } from '$lib/state/backup'
  import { day, hour } from '$lib/units'

  let file = $state<File | null>(null)
  let holds = $state<Holds | null>(null)
  let busy = $state('')
  let fault = $state('')
  let field = $state<HTMLInputElement>()

  async function act(what: 'look' | 'restore', words: string): Promise<Holds | null> {
    if (file === null) return null
    busy = words
    fault = ''
    try {
      return await ask(what, file)
    } catch (error) {
      fault = (error as Error).message
      return null
    } finally {
      busy = ''
    }
  }

  async function look(chosen: File | undefined): Promise<void> {
    file = chosen ?? null
    holds = null
    holds = await act('look', 'Looking at it…')
  }

  async function putBack(): Promise<void> {
    // Every screen hears of it and begins anew, this one too.
    await act('restore', 'Putting it back…')
  }

  function leave(): void {
    file = null
    holds = null
    fault = ''
    if (field !== undefined) field.value = ''
  }
</script>

<section class="along" aria-labelledby="along-title">
  <h2 class="font-bold" id="along-title">Take it along</h2>
  <p>
    <a class="link" href="/api/backup" download>Save the whole kitchen as a file</a>
    <span class="quiet">every roast, day, oven and setting, as of now</span>
  </p>
  <label>
    <span class="label">Put a saved kitchen in the place of this one</span>
    <input
      type="file"
      accept=".sqlite,application/vnd.sqlite3"
      bind:this={field}
      disabled={busy !== ''}
      onchange={(e) => look(e.currentTarget.files?.[0])}
    />
  </label>
  {#if busy !== ''}<p role="status">{busy}</p>{/if}
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {#if holds !== null && busy === ''}
    <p>
      It holds <b>{holds.roasts} roasts, {holds.days} days and {holds.ovens} ovens</b
      >{holds.last === null
        ? ''
        : `; the last entry is of ${day(new Date(holds.last))}, ${hour(new Date(holds.last))}`}.
      {#if holds.damaged.length > 0}
        {holds.damaged.map((s) => s.name).join(', ')} cannot be read in it.
      {/if}
      What is here now is kept as a copy beside it.
    </p>
    <p>
      <button class="act" onclick={putBack}>Put it in the place of this kitchen</button>
      <button class="act plain" onclick={leave}>Leave it</button>
    </p>
  {/if}
</section>

<style>
  .along {
    display: grid;
    gap: 0.4rem;
    justify-items: start;
    margin-top: 1rem;
  }
  .link {
    text-decoration: underline;
    text-underline-offset: 4px;
    min-height: 40px;
    display: inline-flex;
    align-items: center;
  }
  input[type='file']::file-selector-button {
    min-height: 44px;
    padding: 0 1rem;
    margin-right: 0.75rem;
    border: 1px solid var(--line-strong);
    border-radius: 4px;
    background: transparent;
    font: inherit;
    font-weight: 600;
    color: var(--ink);
    cursor: pointer;
  }
  @media print {
    .along {
      display: none;
    }
  }
</style>
