<script lang="ts">
  // What can be changed now: say what is wrong, and see what helps, what it gives and what it costs.
  import type { Levers, Need } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { hour, sentence, temp, type Units } from '$lib/units'

  let { held, putIn, units }: { held: RoastState; putIn: number; units: Units } = $props()

  const NEEDS: [Need, string][] = [
    ['sooner', 'Must be sooner'],
    ['later', 'They are late'],
    ['browner', 'Too pale'],
    ['paler', 'Browned early'],
  ]
  let need = $state<Need | null>(null)
  let found = $state<Levers | null>(null)
  let fault = $state('')
  let asked = 0

  const at = (min: number): string => hour(new Date(putIn + min * 60_000))

  async function ask(what: Need): Promise<void> {
    if (need === what) {
      need = null
      return
    }
    need = what
    found = null
    fault = ''
    const turn = ++asked
    try {
      const answer = await held.levers(what)
      if (turn === asked) found = answer
    } catch (error) {
      if (turn === asked) fault = (error as Error).message
    }
  }

  async function pull(code: string): Promise<void> {
    if (await held.pullLever(code)) {
      need = null
      await held.look()
    }
  }

  function comes(option: Levers['options'][number]): string {
    const r = option.result
    return `out about ${at(r.pull_min)} at ${temp(r.pull_core_c, units)}, ends at ${temp(r.peak_c, units)}, carved ${at(r.end_min)}`
  }
</script>

<section class="levers" aria-label="Change the course">
  <div class="acts">
    {#each NEEDS as [id, words] (id)}
      <button class="act plain" aria-expanded={need === id} onclick={() => ask(id)}>{words}</button>
    {/each}
  </div>
  {#if need !== null}
    {#if fault !== ''}
      <p class="fault" role="alert">{fault}</p>
    {:else if found === null}
      <p class="quiet" role="status">Working each of them out…</p>
    {:else}
      <p class="quiet">
        As it goes: out about {at(found.base.pull_min)}, ends at {temp(found.base.peak_c, units)},
        carved {at(found.base.end_min)}.
      </p>
      {#if found.options.length === 0}
        <p>Nothing that is left to do changes that.</p>
      {/if}
      <ol>
        {#each found.options as option (option.code)}
          <li>
            <button class="act" disabled={held.busy} onclick={() => pull(option.code)}>
              {sentence(option.words, units)}
              {#if option.dial !== ''}<small>dial to {option.dial}</small>{/if}
            </button>
            <span>
              {comes(option)}.
              {#if option.gains.length > 0}<b>{sentence(option.gains.join(', '), units)}</b>{/if}
              {#if option.costs.length > 0}
                <em>but {sentence(option.costs.join(', '), units)}</em>
              {/if}
            </span>
          </li>
        {/each}
      </ol>
    {/if}
  {/if}
</section>

<style>
  .levers {
    display: grid;
    gap: 0.6rem;
  }
  .acts {
    display: grid;
    grid-template-columns: repeat(4, 1fr);
  }
  .act[aria-expanded='true'] {
    box-shadow: inset 0 0 0 3px var(--focus);
  }
  li {
    display: grid;
    grid-template-columns: minmax(11rem, 16rem) 1fr;
    gap: 0.3rem 1rem;
    align-items: center;
    padding: 0.4rem 0;
    border-top: 1px solid var(--line);
  }
  small {
    white-space: nowrap;
    font-weight: 400;
  }
  em {
    font-style: normal;
  }
  @media (max-width: 860px) {
    .acts {
      grid-template-columns: 1fr 1fr;
    }
    li {
      grid-template-columns: 1fr;
    }
  }
</style>
