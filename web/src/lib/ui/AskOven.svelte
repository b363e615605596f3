<script lang="ts">
  // The oven, asked once in three touches: its air, its marks, and whether its dial is known.
  import { http, want, type Oven, type OvenBody } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { tell } from '$lib/state/told.svelte'
  import Choice from './Choice.svelte'

  let {
    oven,
    ontold,
  }: {
    oven: Oven
    /** It was told, all of it. */
    ontold?: (() => void) | undefined
  } = $props()

  const AIR = [
    ['fan', 'a fan turns'],
    ['still', 'still, electric'],
    ['gas', 'gas flame'],
    ['air', 'table-top hot air'],
  ] as const
  const MARKS = [
    ['C', '°C'],
    ['F', '°F'],
    ['gas', 'gas marks'],
  ] as const
  const DIAL = [
    ['true', 'measured, and true'],
    ['unknown', 'not known'],
  ] as const

  let air = $state<OvenBody['kind'] | null>(null)
  let marks = $state<OvenBody['marks'] | null>(null)
  let dial = $state<'true' | 'unknown' | null>(null)
  let fault = $state('')

  async function told(): Promise<void> {
    if (air === null || marks === null || dial === null) return
    const { id, ...known } = oven
    const body = { ...known, kind: air, marks, dial_true: dial === 'true', assumed: false }
    try {
      await want(http.PUT('/ovens/{oven_id}', { params: { path: { oven_id: id } }, body }))
      await kitchen.reloadOvens()
      tell('The oven is known now; more of it under Ovens')
      ontold?.()
    } catch (error) {
      fault = (error as Error).message
    }
  }
</script>

<section class="grid gap-2 border-2 border-dashed border-ember rounded-container p-3" data-ask-oven>
  <p>
    <b>{oven.name}: three touches.</b>
    <span class="quiet">Until then a fan oven in °C is assumed, and every hour is less sure.</span>
  </p>
  <Choice label="Its air" options={AIR} value={air} onchoose={(v) => ((air = v), void told())} />
  <Choice
    label="Its dial is in"
    options={MARKS}
    value={marks}
    onchoose={(v) => ((marks = v), void told())}
  />
  <Choice
    label="What the dial says is"
    options={DIAL}
    value={dial}
    onchoose={(v) => ((dial = v), void told())}
  />
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
</section>
