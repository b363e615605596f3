<script lang="ts">
  // A typed number with its bounds said when they are broken. What was typed is never thrown away.
  import { parseNumber } from '$lib/units'

  let {
    label,
    value,
    low,
    high,
    unit,
    note = '',
    step = 1,
    big = false,
    onvalue,
  }: {
    label: string
    value: number
    low: number
    high: number
    unit: string
    note?: string
    step?: number
    big?: boolean
    onvalue: (value: number) => void
  } = $props()

  const id = $props.id()
  let typed = $state<string | null>(null)
  const digits = $derived(step >= 1 ? 0 : step >= 0.1 ? 1 : 2)
  const shown = $derived(typed ?? value.toFixed(digits))
  const read = $derived(typed === null ? null : parseNumber(typed, low, high, unit))
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
    else if (event.key === 'Escape') typed = null
    else if (up || event.key === 'ArrowDown') {
      event.preventDefault()
      const by = step * (event.shiftKey ? 10 : 1) * (up ? 1 : -1)
      typed = null
      onvalue(Math.min(high, Math.max(low, Number((value + by).toFixed(3)))))
    }
  }
</script>

<div class="number" class:big>
  <label class="label" for={id}>{label}</label>
  <div class="line">
    <input
      {id}
      class="field"
      inputmode="decimal"
      autocomplete="off"
      value={shown}
      aria-invalid={fault !== ''}
      aria-describedby={fault === '' ? undefined : `${id}-fault`}
      oninput={(e) => (typed = e.currentTarget.value)}
      onblur={commit}
      onkeydown={key}
    />
    <span>{unit}</span>
  </div>
  {#if note !== '' && fault === ''}<p class="said">{note}</p>{/if}
  {#if fault !== ''}<p id="{id}-fault" class="wrong">{fault}</p>{/if}
</div>

<style>
  .line {
    display: flex;
    align-items: center;
    gap: 0.4rem;
  }
  .field {
    font-weight: 600;
  }
  .big .field {
    font-size: 2rem;
    font-family: var(--typo-heading--font-family);
    font-weight: 700;
    min-height: 56px;
  }
  .big span {
    font-size: 1.4rem;
  }
  .said {
    color: var(--ember);
    font-size: 0.85rem;
    font-weight: 600;
    line-height: 1.1;
    margin-top: 2px;
  }
  [aria-invalid='true'] {
    border-color: var(--accent);
    border-width: 2.5px;
  }
  .wrong {
    color: var(--accent);
    font-weight: 600;
    font-size: 0.9rem;
  }
</style>
