<script lang="ts">
  // The text beside its stages: touch a stage and its words light up, touch a word and its stage does.
  import type { Reckoning } from '$lib/api/client'
  import { stretchesOf } from './stretches'

  type Props = { text: string; found: Reckoning }
  const { text, found }: Props = $props()
  let lit = $state<number[]>([])
  let held = $state<number[]>([])
  const shown = $derived(held.length > 0 ? held : lit)
  const parts = $derived(stretchesOf(text, found))
  const same = (a: number[], b: number[]): boolean => a.join() === b.join()
  const on = (stages: number[]): boolean => stages.some((n) => shown.includes(n))

  function touch(stages: number[]): void {
    held = same(held, stages) ? [] : stages
  }
</script>

<div class="grid gap-1.5">
  <p class="label-text" id="words-read">Read from it; touch a stage or its words:</p>
  <p class="leading-normal whitespace-pre-wrap" aria-labelledby="words-read">
    {#each parts as part, i (i)}{#if part.stages.length > 0}<button
          data-say="word"
          class="[font:inherit] text-inherit border-0 cursor-pointer inline px-1 text-left whitespace-pre-wrap bg-ember-soft data-on:bg-accent data-on:text-paper-light"
          data-on={on(part.stages) || undefined}
          aria-pressed={same(held, part.stages)}
          title={part.stages.map((n) => found.stages[n]).join('; ')}
          onclick={() => touch(part.stages)}
          onpointerenter={() => (lit = part.stages)}
          onpointerleave={() => (lit = [])}>{part.text}</button
        >{:else if part.read}<span class="underline decoration-dotted underline-offset-4"
          >{part.text}</span
        >{:else}<span class="quiet">{part.text}</span>{/if}{/each}
  </p>
  <ol class="flex flex-wrap gap-y-1.5 gap-x-2 [counter-reset:stage]" aria-label="Stages read">
    {#each found.stages as stage, n (n)}
      <li>
        <button
          data-say="stage"
          class="[font:inherit] text-inherit bg-transparent cursor-pointer min-h-10 py-1 px-3 border border-line border-l-4 border-l-accent font-semibold data-on:bg-accent data-on:text-paper-light"
          data-on={shown.includes(n) || undefined}
          aria-pressed={same(held, [n])}
          onclick={() => touch([n])}
          onpointerenter={() => (lit = [n])}
          onpointerleave={() => (lit = [])}>{stage}</button
        >
      </li>
    {/each}
  </ol>
</div>
