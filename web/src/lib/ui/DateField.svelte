<script lang="ts">
  // A date, typed or picked: `6 Jan`, `2027-01-06`, or from the month.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { dateFrom, dateShown } from '$lib/units'

  let {
    label,
    value,
    onpick,
  }: {
    label: string
    /** `2027-01-06`, or empty. */
    value: string
    onpick: (date: string) => void
  } = $props()

  const id = $props.id()
  let month = $state(false)
  let typed = $state<string | null>(null)
  const shown = $derived(typed ?? (value === '' ? '' : dateShown(new Date(`${value}T12:00`))))
  const read = $derived(
    typed === null ? value : typed.trim() === '' ? '' : dateFrom(typed, kitchen.now),
  )

  function commit(): void {
    const found = read
    if (typed === null || found === null) return
    typed = null
    if (found !== value) onpick(found)
  }
</script>

{#if month}
  {#await import('./MonthField.svelte') then { default: MonthField }}
    <MonthField {label} {value} {onpick} />
  {/await}
{:else}
  <div>
    <label class="label-text" for={id}>{label}</label>
    <div class="relative">
      <input
        {id}
        class="field pr-12"
        autocomplete="off"
        value={shown}
        aria-invalid={read === null}
        aria-describedby={read === null ? `${id}-fault` : undefined}
        oninput={(e) => (typed = e.currentTarget.value)}
        onblur={commit}
        onkeydown={(e) => {
          if (e.key === 'Enter') commit()
          else if (e.key === 'Escape') typed = null
        }}
      />
      <button
        type="button"
        class="absolute inset-y-0 right-0 grid w-11 place-items-center"
        aria-label="From the month"
        onclick={() => (month = true)}
      >
        <svg viewBox="0 0 16 16" class="h-4 w-4 fill-none stroke-current" aria-hidden="true">
          <path d="M2 4h12v10H2zM2 7h12M5 2v3M11 2v3" />
        </svg>
      </button>
    </div>
    {#if read === null}
      <p id="{id}-fault" class="wrong text-sm">a date such as 6 Jan or 2027-01-06</p>
    {/if}
  </div>
{/if}
