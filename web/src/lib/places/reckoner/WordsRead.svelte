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

<div class="read">
  <p class="label" id="words-read">Read from it; touch a stage or its words:</p>
  <p class="words" aria-labelledby="words-read">
    {#each parts as part, i (i)}{#if part.stages.length > 0}<button
          class="word"
          class:on={on(part.stages)}
          aria-pressed={same(held, part.stages)}
          title={part.stages.map((n) => found.stages[n]).join('; ')}
          onclick={() => touch(part.stages)}
          onpointerenter={() => (lit = part.stages)}
          onpointerleave={() => (lit = [])}>{part.text}</button
        >{:else if part.read}<span class="used">{part.text}</span>{:else}<span class="quiet"
          >{part.text}</span
        >{/if}{/each}
  </p>
  <ol aria-label="Stages read">
    {#each found.stages as stage, n (n)}
      <li>
        <button
          class="stage"
          class:on={shown.includes(n)}
          aria-pressed={same(held, [n])}
          onclick={() => touch([n])}
          onpointerenter={() => (lit = [n])}
          onpointerleave={() => (lit = [])}>{stage}</button
        >
      </li>
    {/each}
  </ol>
</div>

<style>
  .read {
    display: grid;
    gap: 0.35rem;
  }
  .words {
    line-height: 1.6;
    white-space: pre-wrap;
  }
  button {
    font: inherit;
    color: inherit;
    background: none;
    border: 0;
    cursor: pointer;
  }
  .word {
    display: inline;
    padding: 0 0.1em;
    text-align: left;
    white-space: pre-wrap;
    background: var(--ember-soft);
  }
  .used {
    text-decoration: underline dotted;
    text-underline-offset: 0.2em;
  }
  ol {
    display: flex;
    flex-wrap: wrap;
    gap: 0.35rem 0.5rem;
    counter-reset: stage;
  }
  .stage {
    min-height: 40px;
    padding: 0.2rem 0.7rem;
    border: 1px solid var(--line);
    border-left: 4px solid var(--accent);
    font-weight: 600;
  }
  .on {
    background: var(--accent);
    color: var(--paper-light);
  }
</style>
