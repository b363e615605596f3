<script lang="ts">
  // When people sit down to it: any day, any hour.
  import DateField from '$lib/ui/DateField.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { atDate, atHour, dateOf, hour, parseHour } from '$lib/units'

  let { serve, assumed }: { serve: Date; assumed: boolean } = $props()

  let typed = $state<string | null>(null)
  const wrong = $derived(typed !== null && parseHour(typed) === null)

  function setHour(): void {
    const read = typed === null ? null : parseHour(typed)
    if (read === null) return
    typed = null
    plan.pull({ serve_at: atHour(serve, ...read).toISOString() }, true)
  }
  function setDate(text: string): void {
    const at = atDate(serve, text)
    if (at !== null) plan.pull({ serve_at: at.toISOString() }, true)
  }
</script>

<div class="grid grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)] gap-3">
  <DateField label="Sit down on" value={dateOf(serve)} onpick={setDate} />
  <label>
    <span class="label-text">at</span>
    <input
      class="field assumed"
      data-assumed={(assumed && typed === null) || undefined}
      aria-label="Hour to sit down"
      inputmode="numeric"
      autocomplete="off"
      value={typed ?? hour(serve)}
      aria-invalid={wrong}
      oninput={(e) => (typed = e.currentTarget.value)}
      onblur={setHour}
      onkeydown={(e) => {
        if (e.key === 'Enter') setHour()
        else if (e.key === 'Escape') typed = null
      }}
    />
    {#if assumed && typed === null}<span class="text-sm font-semibold text-ember">assumed</span
      >{/if}
    {#if wrong}<span class="wrong text-accent text-sm">an hour such as 19:00</span>{/if}
  </label>
</div>
