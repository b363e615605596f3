<script lang="ts">
  // What the words leave open: each question with its answers, and where each would end.
  import type { Reckoning } from '$lib/api/client'
  import { sentence, temp, type Units } from '$lib/units'

  let {
    opens,
    answers,
    units,
    onanswer,
  }: {
    opens: Reckoning['opens']
    answers: Record<string, number>
    units: Units
    onanswer: (code: string, choice: number) => void
  } = $props()
</script>

{#if opens.length > 0}
  <div class="grid gap-2">
    {#each opens as open (open.code)}
      <fieldset class="border-l-4 border-accent pl-3">
        <legend>
          <b>{sentence(open.question, units)}</b>
          {#if open.gap !== ''}<span class="quiet">{sentence(open.gap, units)}.</span>{/if}
        </legend>
        {#each open.choices as choice, i (choice.words)}
          <label class="tick">
            <input
              type="radio"
              name={open.code}
              checked={(answers[open.code] ?? 0) === i}
              onchange={() => onanswer(open.code, i)}
            />
            {sentence(choice.words, units)}
            <span class="quiet">
              {choice.peak_c === null ? 'not here' : `ends at ${temp(choice.peak_c, units)}`}
            </span>
          </label>
        {/each}
      </fieldset>
    {/each}
  </div>
{/if}
