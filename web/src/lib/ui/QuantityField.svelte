<script lang="ts">
  // A typed quantity: kept in kg, mm, °C or minutes, shown in the units of the screen, typed in any.
  // Bounds are said when they are broken, and what was typed is never thrown away.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { keptFrom, shownIn, unitOf, within, type Kind } from '$lib/units'

  let {
    label,
    kind = 'number',
    value,
    low,
    high,
    unit,
    note = '',
    step,
    big = false,
    assumed = false,
    onvalue,
  }: {
    label: string
    kind?: Kind
    /** This and the bounds as they are kept. */
    value: number
    low: number
    high: number
    /** Of what, where it is a number of something. */
    unit?: string
    note?: string
    /** What an arrow key adds, in the unit shown. */
    step?: number
    big?: boolean
    /** Nobody has said it: what is shown is as it usually is. */
    assumed?: boolean
    onvalue: (value: number) => void
  } = $props()

  const STEPS: Record<Kind, [number, number]> = {
    weight: [0.05, 0.05],
    length: [1, 0.1],
    heat: [1, 1],
    difference: [1, 1],
    time: [5, 5],
    number: [1, 1],
  }
  const id = $props.id()
  const units = $derived(kitchen.units)
  const by = $derived(step ?? STEPS[kind][units === 'C' ? 0 : 1])
  const named = $derived(unit ?? unitOf(kind, units))
  const digits = $derived(by >= 1 ? 0 : by >= 0.1 ? 1 : 2)
  let typed = $state<string | null>(null)
  const shown = $derived(typed ?? shownIn(kind, value, units).toFixed(digits))
  const read = $derived(typed === null ? null : within(typed, kind, units, low, high, named))
  const fault = $derived(read !== null && 'fault' in read ? read.fault : '')

  function commit(): void {
    if (read !== null && 'value' in read) {
      onvalue(read.value)
      typed = null
    }
  }

  function key(event: KeyboardEvent): void {
    const up = event.key === 'ArrowUp'
    if (event.key === 'Enter') commit()
    else if (event.key === 'Escape' && typed !== null) {
      event.stopPropagation()
      typed = null
    } else if (up || event.key === 'ArrowDown') {
      event.preventDefault()
      const add = by * (event.shiftKey ? 10 : 1) * (up ? 1 : -1)
      const next = Number((shownIn(kind, value, units) + add).toFixed(3))
      typed = null
      onvalue(Math.min(high, Math.max(low, keptFrom(kind, next, units))))
    }
  }
</script>

<div>
  <label class="label-text" for={id}>{label}</label>
  <div class="flex items-center gap-1.5">
    <input
      {id}
      class="field assumed font-semibold aria-[invalid=true]:ring-accent {big
        ? 'min-h-14 font-heading text-3xl font-bold'
        : ''}"
      data-assumed={(assumed && typed === null) || undefined}
      inputmode={kind === 'weight' || kind === 'length' ? 'text' : 'decimal'}
      autocomplete="off"
      value={shown}
      aria-invalid={fault !== ''}
      aria-describedby={fault !== '' ? `${id}-fault` : assumed ? `${id}-assumed` : undefined}
      oninput={(e) => (typed = e.currentTarget.value)}
      onblur={commit}
      onkeydown={key}
    />
    <span class={big ? 'text-xl' : ''}>{named}</span>
  </div>
  {#if assumed && fault === ''}
    <p class="flex flex-wrap items-center gap-x-2 text-sm font-semibold text-ember">
      <span id="{id}-assumed">assumed</span>
      <button type="button" class="undo min-h-11" onclick={() => onvalue(value)}
        >It is so<span class="sr-only">: {label}</span></button
      >
    </p>
  {:else if note !== '' && fault === ''}
    <p class="mt-0.5 text-sm leading-shout font-semibold text-ember">{note}</p>
  {/if}
  {#if fault !== ''}<p id="{id}-fault" class="wrong text-sm">{fault}</p>{/if}
</div>
