<script lang="ts">
  // One stage as typed: heat, what ends it, what it lies on or under, its tasks. The keyboard's
  // twin of every handle in the picture.
  import Soon from '$lib/ui/Soon.svelte'
  import type { Block, Edit } from '$lib/api/client'
  import { shownIn, within, type Kind, type Units } from '$lib/units'
  import { BOUNDS, KINDS, ended } from './shape'
  import { COVERS, DRESSES, OVEN_ENDS, VERBS, type Ends } from './words'

  const SMALL =
    'min-h-10 min-w-10 px-2 text-ink-soft underline underline-offset-4 hover:text-ink disabled:opacity-35'
  let {
    block,
    stage,
    count,
    minutes,
    units,
    onedit,
  }: {
    block: Block
    stage: number
    count: number
    /** What the stage is expected to take. */
    minutes: number
    units: Units
    onedit: (edit: Edit) => void
  } = $props()

  let fault = $state('')
  let hanging = $state(false)
  let verb = $state('baste')
  let words = $state('')
  let when = $state('30')
  let repeats = $state(false)

  const oven = $derived(block.kind === 'oven' || block.kind === 'off')
  const outcome = $derived(block.ends === 'outcome' ? (block.text.split('until ')[1] ?? '') : '')
  const ends = $derived<Ends>(
    block.ends === 'core' || block.ends === 'held'
      ? 'core'
      : block.ends === 'peak'
        ? 'peak'
        : block.ends === 'outcome'
          ? ((outcome.split(' ')[0] ?? 'brown') as Ends)
          : 'minutes',
  )
  const shown = (c: number): number => Math.round(shownIn('heat', c, units) * 2) / 2
  const dress = $derived(
    block.cold ? 'cold' : (DRESSES.find(([d]) => block.dress.startsWith(d))?.[0] ?? 'bare'),
  )

  function typed(text: string, kind: Kind, [low, high]: readonly [number, number]): number | null {
    const read = within(text, kind, units, low, high)
    fault = 'fault' in read ? read.fault : ''
    return 'value' in read ? read.value : null
  }

  function heat(text: string): void {
    const air_c = typed(text, 'heat', BOUNDS.air)
    if (air_c !== null) onedit({ op: 'heat', stage, air_c })
  }

  function end(how: Ends, text: string): void {
    const degrees = how === 'core' || how === 'peak'
    const value = typed(text, degrees ? 'heat' : 'time', degrees ? BOUNDS.goal : BOUNDS.minutes)
    if (value !== null) onedit(ended(block, stage, how, value))
  }

  function change(how: Ends): void {
    if (how === 'minutes') onedit(ended(block, stage, how, Math.max(1, Math.round(minutes))))
    else onedit(ended(block, stage, how, block.ends === 'minutes' ? 57 : (block.value ?? 57)))
  }

  function hang(): void {
    const value = typed(when, 'time', [0, BOUNDS.minutes[1]])
    if (value === null) return
    onedit({
      op: 'hang',
      stage,
      verb,
      words,
      at_min: repeats ? null : value,
      every_min: repeats ? Math.max(1, value) : null,
    })
    hanging = false
    words = ''
  }
</script>

<div
  class="flex flex-wrap gap-y-1.5 gap-x-3 items-center py-1 border-t border-line"
  role="group"
  aria-label="Stage {stage + 1}: {block.text}"
>
  <b class="w-22">{KINDS[block.kind]}</b>
  {#if block.air_c !== null}
    <label class="flex gap-1.5 items-center whitespace-nowrap">
      <span class="sr-only">Heat of stage {stage + 1}, typed</span>
      <input
        class="field min-h-10 w-18.5 font-semibold"
        inputmode="decimal"
        value={shown(block.air_c)}
        onchange={(e) => heat(e.currentTarget.value)}
      />
      °{units} air
    </label>
  {/if}
  {#if block.kind !== 'turn'}
    {#if oven}
      <select
        class="field w-auto min-h-10"
        aria-label="What ends stage {stage + 1}"
        value={ends}
        onchange={(e) => change(e.currentTarget.value as Ends)}
      >
        {#each OVEN_ENDS as [how, said] (how)}<option value={how}>{said}</option>{/each}
      </select>
    {/if}
    {#if ends === 'minutes' || ends === 'core' || ends === 'peak'}
      <label class="flex gap-1.5 items-center whitespace-nowrap">
        <span class="sr-only">End of stage {stage + 1}, typed</span>
        <input
          class="field min-h-10 w-18.5 font-semibold"
          inputmode="decimal"
          value={ends === 'minutes' ? Math.round(minutes) : shown(block.value ?? 57)}
          onchange={(e) => end(ends, e.currentTarget.value)}
        />
        {ends === 'minutes' ? 'min' : `°${units}`}
      </label>
    {/if}
    {#if block.ends === 'rate'}<span class="quiet">by weight, {block.text.split(' ').at(-1)}</span
      >{/if}
    {#if block.kind === 'oven'}
      <select
        class="field w-auto min-h-10"
        aria-label="Under and around in stage {stage + 1}"
        value={dress}
        onchange={(e) => onedit({ op: 'dress', stage, dress: e.currentTarget.value })}
      >
        {#each DRESSES as [d, said] (d)}<option value={d}>{said}</option>{/each}
      </select>
    {:else if block.kind === 'rest'}
      <select
        class="field w-auto min-h-10"
        aria-label="Cover of the rest, stage {stage + 1}"
        value={block.dress}
        onchange={(e) => onedit({ op: 'dress', stage, dress: e.currentTarget.value })}
      >
        {#each COVERS as [d, said] (d)}<option value={d}>{said}</option>{/each}
      </select>
    {/if}
    {#each block.tasks as task, n (n)}
      <span class="inline-flex items-center gap-1 pr-1 pl-3 bg-paper-deep border-l-3 border-ember">
        {task.text.replace('+ ', '')}
        <button
          class="min-w-8.5 min-h-9 text-lg"
          aria-label="Take off: {task.text.replace('+ ', '')}"
          onclick={() => onedit({ op: 'unhang', stage, task: n })}>×</button
        >
      </span>
    {/each}
  {/if}
  <Soon>
    <span class="ml-auto flex gap-1 max-lg:ml-0">
      {#if block.kind !== 'turn'}
        <button class={SMALL} aria-expanded={hanging} onclick={() => (hanging = !hanging)}
          >task</button
        >
        <button
          class={SMALL}
          disabled={minutes < 2}
          onclick={() => onedit({ op: 'split', stage, after_min: minutes / 2, whole_min: minutes })}
          >split<span class="sr-only"> stage {stage + 1}</span></button
        >
      {/if}
      <button
        class={SMALL}
        disabled={stage === 0}
        aria-label="Move stage {stage + 1} earlier"
        onclick={() => onedit({ op: 'move', stage, to: stage - 1 })}>↑</button
      >
      <button
        class={SMALL}
        disabled={stage === count - 1}
        aria-label="Move stage {stage + 1} later"
        onclick={() => onedit({ op: 'move', stage, to: stage + 1 })}>↓</button
      >
      <button
        class={SMALL}
        disabled={count === 1}
        aria-label="Remove stage {stage + 1}"
        onclick={() => onedit({ op: 'remove', stage })}>remove</button
      >
    </span>
  </Soon>
  {#if hanging}
    <div class="basis-full flex flex-wrap gap-2 items-center pl-16 max-lg:pl-0">
      <select class="field w-auto min-h-10" aria-label="What to do" bind:value={verb}>
        {#each VERBS as v (v)}<option value={v}>{v}</option>{/each}
      </select>
      <input
        class="field min-h-10 w-44"
        aria-label="With what"
        placeholder="carrots, 200ml …"
        bind:value={words}
      />
      <select class="field w-auto min-h-10" aria-label="When" bind:value={repeats}>
        <option value={false}>at minute</option>
        <option value={true}>every so many minutes:</option>
      </select>
      <input
        class="field min-h-10 w-18.5 font-semibold"
        inputmode="decimal"
        aria-label="Minute"
        bind:value={when}
      />
      <button class="act min-h-10" onclick={hang}>Hang it on</button>
    </div>
  {/if}
  {#if fault !== ''}<p class="wrong basis-full text-accent font-semibold" role="alert">
      Allowed: {fault}
    </p>{/if}
</div>
