<script lang="ts">
  // What the joint weighed on its way to the plates: the next one is bought by it.
  import type { BookTold, Schemas } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { weight, type Units } from '$lib/units'

  let {
    current,
    told,
    units,
    onkept,
  }: { current: RoastState; told: BookTold; units: Units; onkept: () => Promise<void> } = $props()

  type What = Schemas['WeightBody']['what']
  const ASKED: [What, string][] = [
    ['raw', 'as bought'],
    ['trimmed', 'trimmed for the oven'],
    ['cooked', 'out of the rest'],
    ['carved', 'carved for the table'],
    ['eaten', 'eaten'],
    ['bones', 'bones'],
  ]
  const known = $derived(ASKED.filter(([what]) => told.weights[what] !== undefined))
  const raw = $derived(told.weights['raw'] ?? told.weights['trimmed'])
  const of = (kg: number): string =>
    raw === undefined || raw === kg ? '' : `, ${Math.round((100 * kg) / raw)} %`

  async function keep(what: What, kg: number): Promise<void> {
    if (await current.weigh(what, kg)) await onkept()
  }
</script>

{#if known.length > 0}
  <p data-say="weights">
    Weighed: {known
      .map(([what, words]) => {
        const kg = told.weights[what] ?? 0
        return `${weight(kg, units)} ${words}${of(kg)}`
      })
      .join('; ')}.
  </p>
{/if}
<div class="print:hidden">
  <Fold title={known.length > 0 ? 'Weigh more of it' : 'What it weighed'} asks="weights">
    <div class="grid grid-cols-3 gap-3 max-lg:grid-cols-2">
      {#each ASKED as [what, words] (what)}
        <QuantityField
          label={words}
          kind="weight"
          value={told.weights[what] ?? 0}
          low={0.005}
          high={30}
          onvalue={(kg) => keep(what, kg)}
        />
      {/each}
    </div>
    {#if current.fault !== ''}<p class="fault" role="alert">{current.fault}</p>{/if}
  </Fold>
</div>
