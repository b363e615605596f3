<script lang="ts">
  // One stage as typed: heat, what ends it, what it lies on or under, its tasks. The keyboard's
  // twin of every handle in the picture.
  import type { Block, Edit } from '$lib/api/client'
  import { fromF, parseNumber, toF, type Units } from '$lib/units'
  import { BOUNDS, KINDS, ended } from './shape'

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

  type Ends = 'minutes' | 'core' | 'peak' | 'brown' | 'crisp' | 'tender'
  const OVEN_ENDS: [Ends, string][] = [
    ['minutes', 'for'],
    ['peak', 'until it will peak at'],
    ['core', 'until the core is'],
    ['brown', 'until brown'],
    ['crisp', 'until crisp'],
    ['tender', 'until tender'],
  ]
  const DRESSES: [string, string][] = [
    ['bare', 'in a bare tin'],
    ['rack', 'on a rack'],
    ['roots', 'on roots'],
    ['liquid', 'in liquid'],
    ['covered', 'covered'],
    ['lid', 'under a lid'],
    ['salt crust', 'in a salt crust'],
    ['cold', 'from a cold oven'],
  ]
  const COVERS: [string, string][] = [
    ['open', 'open'],
    ['tented', 'tented'],
    ['wrapped', 'wrapped'],
    ['bowl', 'under a bowl'],
    ['pan', 'in the hot pan'],
  ]
  const VERBS = ['baste', 'turn', 'add', 'pour', 'check', 'cover', 'uncover', 'open']

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
  const celsius = $derived(units === 'C')
  const shown = (c: number): number => Math.round((celsius ? c : toF(c)) * 2) / 2
  const back = (value: number): number => (celsius ? value : fromF(value))
  const dress = $derived(
    block.cold ? 'cold' : (DRESSES.find(([d]) => block.dress.startsWith(d))?.[0] ?? 'bare'),
  )

  function number(text: string, low: number, high: number, unit: string): number | null {
    const read = parseNumber(text, low, high, unit)
    fault = 'fault' in read ? read.fault : ''
    return 'value' in read ? read.value : null
  }

  function heat(text: string): void {
    const value = number(text, shown(BOUNDS.air[0]), shown(BOUNDS.air[1]), `°${units}`)
    if (value !== null) onedit({ op: 'heat', stage, air_c: back(value) })
  }

  function end(how: Ends, text: string): void {
    const degrees = how === 'core' || how === 'peak'
    const [low, high] = degrees
      ? [shown(BOUNDS.goal[0]), shown(BOUNDS.goal[1])]
      : [BOUNDS.minutes[0], BOUNDS.minutes[1]]
    const value = number(text, low, high, degrees ? `°${units}` : 'minutes')
    if (value !== null) onedit(ended(block, stage, how, degrees ? back(value) : value))
  }

  function change(how: Ends): void {
    if (how === 'minutes') onedit(ended(block, stage, how, Math.max(1, Math.round(minutes))))
    else onedit(ended(block, stage, how, block.ends === 'minutes' ? 57 : (block.value ?? 57)))
  }

  function hang(): void {
    const value = number(when, 0, BOUNDS.minutes[1], 'minutes')
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

<div class="stage" role="group" aria-label="Stage {stage + 1}: {block.text}">
  <b class="kind">{KINDS[block.kind]}</b>
  {#if block.air_c !== null}
    <label>
      <span class="sr-only">Heat of stage {stage + 1}, typed</span>
      <input
        class="field short"
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
        class="field"
        aria-label="What ends stage {stage + 1}"
        value={ends}
        onchange={(e) => change(e.currentTarget.value as Ends)}
      >
        {#each OVEN_ENDS as [how, said] (how)}<option value={how}>{said}</option>{/each}
      </select>
    {/if}
    {#if ends === 'minutes' || ends === 'core' || ends === 'peak'}
      <label>
        <span class="sr-only">End of stage {stage + 1}, typed</span>
        <input
          class="field short"
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
        class="field"
        aria-label="Under and around in stage {stage + 1}"
        value={dress}
        onchange={(e) => onedit({ op: 'dress', stage, dress: e.currentTarget.value })}
      >
        {#each DRESSES as [d, said] (d)}<option value={d}>{said}</option>{/each}
      </select>
    {:else if block.kind === 'rest'}
      <select
        class="field"
        aria-label="Cover of the rest, stage {stage + 1}"
        value={block.dress}
        onchange={(e) => onedit({ op: 'dress', stage, dress: e.currentTarget.value })}
      >
        {#each COVERS as [d, said] (d)}<option value={d}>{said}</option>{/each}
      </select>
    {/if}
    {#each block.tasks as task, n (n)}
      <span class="task">
        {task.text.replace('+ ', '')}
        <button
          aria-label="Take off: {task.text.replace('+ ', '')}"
          onclick={() => onedit({ op: 'unhang', stage, task: n })}>×</button
        >
      </span>
    {/each}
  {/if}
  <span class="tools">
    {#if block.kind !== 'turn'}
      <button aria-expanded={hanging} onclick={() => (hanging = !hanging)}>task</button>
      <button
        disabled={minutes < 2}
        onclick={() => onedit({ op: 'split', stage, after_min: minutes / 2, whole_min: minutes })}
        >split<span class="sr-only"> stage {stage + 1}</span></button
      >
    {/if}
    <button
      disabled={stage === 0}
      aria-label="Move stage {stage + 1} earlier"
      onclick={() => onedit({ op: 'move', stage, to: stage - 1 })}>↑</button
    >
    <button
      disabled={stage === count - 1}
      aria-label="Move stage {stage + 1} later"
      onclick={() => onedit({ op: 'move', stage, to: stage + 1 })}>↓</button
    >
    <button
      disabled={count === 1}
      aria-label="Remove stage {stage + 1}"
      onclick={() => onedit({ op: 'remove', stage })}>remove</button
    >
  </span>
  {#if hanging}
    <div class="hang">
      <select class="field" aria-label="What to do" bind:value={verb}>
        {#each VERBS as v (v)}<option value={v}>{v}</option>{/each}
      </select>
      <input
        class="field words"
        aria-label="With what"
        placeholder="carrots, 200ml …"
        bind:value={words}
      />
      <select class="field" aria-label="When" bind:value={repeats}>
        <option value={false}>at minute</option>
        <option value={true}>every so many minutes:</option>
      </select>
      <input class="field short" inputmode="decimal" aria-label="Minute" bind:value={when} />
      <button class="act" onclick={hang}>Hang it on</button>
    </div>
  {/if}
  {#if fault !== ''}<p class="wrong" role="alert">Allowed: {fault}</p>{/if}
</div>

<style>
  .stage {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem 0.8rem;
    align-items: center;
    padding: 0.3rem 0;
    border-top: 1px solid var(--line);
  }
  .kind {
    width: 5.5rem;
  }
  label {
    display: flex;
    gap: 0.35rem;
    align-items: center;
    white-space: nowrap;
  }
  .field {
    width: auto;
    min-height: 40px;
  }
  .short {
    width: 4.6rem;
    font-weight: 600;
  }
  .words {
    width: 11rem;
  }
  .task {
    display: inline-flex;
    align-items: center;
    gap: 0.3rem;
    padding: 0 0.2rem 0 0.7rem;
    background: var(--paper-deep);
    border-left: 3px solid var(--ember);
  }
  .task button {
    min-width: 34px;
    min-height: 36px;
    font-size: 1.2rem;
  }
  .tools {
    margin-left: auto;
    display: flex;
    gap: 0.2rem;
  }
  .tools button {
    min-height: 40px;
    min-width: 40px;
    padding: 0 0.5rem;
    color: var(--ink-soft);
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .tools button:hover {
    color: var(--ink);
  }
  .tools button:disabled {
    opacity: 0.35;
  }
  .hang {
    flex-basis: 100%;
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    align-items: center;
    padding-left: 6.3rem;
  }
  .hang .act {
    min-height: 40px;
  }
  .wrong {
    flex-basis: 100%;
    color: var(--accent);
    font-weight: 600;
  }
  @media (max-width: 860px) {
    .hang {
      padding-left: 0;
    }
    .tools {
      margin-left: 0;
    }
  }
</style>
