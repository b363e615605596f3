<script lang="ts">
  // A roast of before, from memory or paper, with what little is known of it.
  import { http, want, type Schemas } from '$lib/api/client'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { tell } from '$lib/state/told.svelte'
  import DateField from '$lib/ui/DateField.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { atDate, atHour, dateOf, parseReading } from '$lib/units'

  let open = $state(false)
  let busy = $state(false)
  let fault = $state('')
  let name = $state('')
  let cutId = $state('')
  let oven = $state('')
  let date = $state('')
  let kg = $state<number | null>(null)
  let heat = $state(180)
  let out = $state(90)
  let rest = $state(20)
  let read = $state('')
  let peak = $state('')
  let price = $state(0)
  let word = $state('')
  let change = $state('')

  const cuts = $derived(kitchen.catalogue?.cuts ?? [])
  const cut = $derived(cuts.find((c) => c.id === cutId) ?? cuts[0])
  const weight_kg = $derived(kg ?? cut?.usual_kg ?? 2)
  const inOven = $derived(oven === '' ? (kitchen.ovens[0]?.id ?? '') : oven)
  const served = $derived(atDate(atHour(kitchen.now, 19, 0), date))

  /** °C of what was typed; null for nothing, a sentence for what is no temperature. */
  function number(typed: string): number | null | string {
    if (typed.trim() === '') return null
    const found = parseReading(typed, kitchen.units)
    return 'fault' in found ? found.fault : (found.low + found.high) / 2
  }

  async function keep(): Promise<void> {
    if (cut === undefined || served === null) {
      fault = 'Say when it was eaten: 24.12., or 2025-12-24.'
      return
    }
    const [out_c, peak_c] = [number(read), number(peak)]
    if (typeof out_c === 'string' || typeof peak_c === 'string') {
      fault = typeof out_c === 'string' ? out_c : String(peak_c)
      return
    }
    busy = true
    try {
      const body = {
        name: name.trim() === '' ? cut.name : name.trim(),
        joint: { cut: cut.id, weight_kg, own: cut.own ?? null },
        oven_id: inOven,
        served_at: served.toISOString(),
        wanted_c: cut.wanted_c,
        heat_c: heat,
        out_min: out,
        rest_min: rest,
        out_c,
        peak_c,
        price: price === 0 ? null : price,
        verdict: word,
        change,
      } as unknown as Schemas['MemoryBody']
      const made = await want(http.POST('/book/remembered', { body }))
      tell(`${body.name} is in the Book`)
      go('book', made.id)
    } catch (error) {
      fault = (error as Error).message
    }
    busy = false
  }
</script>

<section class="grid gap-2 justify-items-start {open ? 'basis-full' : ''}">
  <button
    class="min-h-11 underline underline-offset-4"
    aria-expanded={open}
    onclick={() => {
      open = !open
      if (date === '') date = dateOf(new Date(kitchen.now.getTime() - 86_400_000))
    }}>Enter a roast from memory or paper</button
  >
  {#if open}
    <!-- No form: Enter in a field keeps that number, and does not send all of it. -->
    <div class="grid gap-3 w-[min(52rem,100%)]">
      <div class="grid grid-cols-3 gap-3 max-lg:grid-cols-2">
        <label class="max-lg:col-span-2">
          <span class="label-text">Cut</span>
          <select class="field" bind:value={() => cut?.id ?? '', (v) => (cutId = v)}>
            {#each cuts as c (c.id)}<option value={c.id}>{c.name}</option>{/each}
          </select>
        </label>
        <label>
          <span class="label-text">Called</span>
          <input class="field" maxlength="80" placeholder={cut?.name} bind:value={name} />
        </label>
        <div class="max-lg:col-span-2">
          <DateField label="Eaten on" value={date} onpick={(d) => (date = d)} />
        </div>
        <QuantityField
          label="It weighed"
          kind="weight"
          value={weight_kg}
          low={0.1}
          high={25}
          onvalue={(v) => (kg = v)}
        />
        <label>
          <span class="label-text">Oven</span>
          <select class="field" bind:value={() => inOven, (v) => (oven = v)}>
            {#each kitchen.ovens as o (o.id)}<option value={o.id}>{o.name}</option>{/each}
          </select>
        </label>
        <QuantityField
          label="At about"
          kind="heat"
          value={heat}
          low={50}
          high={320}
          onvalue={(v) => (heat = v)}
        />
        <QuantityField
          label="Out after"
          kind="time"
          value={out}
          low={5}
          high={1440}
          onvalue={(v) => (out = v)}
        />
        <QuantityField
          label="Stood for"
          kind="time"
          value={rest}
          low={0}
          high={240}
          onvalue={(v) => (rest = v)}
        />
        <QuantityField
          label="Price in all, 0: not known"
          value={price}
          low={0}
          high={100000}
          step={0.01}
          onvalue={(v) => (price = v)}
        />
        <label>
          <span class="label-text">Read when it came out, if it was, °{kitchen.units}</span>
          <input class="field" inputmode="decimal" autocomplete="off" bind:value={read} />
        </label>
        <label>
          <span class="label-text">Highest read, if it was, °{kitchen.units}</span>
          <input class="field" inputmode="decimal" autocomplete="off" bind:value={peak} />
        </label>
      </div>
      <label>
        <span class="label-text">How did it turn out?</span>
        <textarea class="field" rows="2" maxlength="1000" bind:value={word}></textarea>
      </label>
      <label>
        <span class="label-text">What would you change?</span>
        <input class="field" maxlength="1000" bind:value={change} />
      </label>
      {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
      <button class="act justify-self-start" disabled={busy} onclick={keep}
        >Put it into the Book</button
      >
    </div>
  {/if}
</section>
