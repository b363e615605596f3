<script lang="ts">
  // What a joint is called, and when people sit down to it: any day, any hour.
  import DateField from '$lib/ui/DateField.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { atDate, atHour, dateOf, hour, parseHour } from '$lib/units'

  let { name, serve }: { name: string; serve: Date } = $props()

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
  function setName(text: string): void {
    if (text.trim() !== '' && text.trim() !== name) plan.pull({ name: text.trim() }, true)
  }
</script>

<label>
  <span class="label-text">Called</span>
  <input
    class="field"
    maxlength="80"
    autocomplete="off"
    value={name}
    onchange={(e) => {
      setName(e.currentTarget.value)
      if (e.currentTarget.value.trim() === '') e.currentTarget.value = name
    }}
  />
</label>
<div class="grid grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)] gap-3">
  <DateField label="Sit down on" value={dateOf(serve)} onpick={setDate} />
  <label>
    <span class="label-text">at</span>
    <input
      class="field"
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
    {#if wrong}<span class="wrong text-accent text-sm">an hour such as 19:00</span>{/if}
  </label>
</div>
